const names = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Files in the order in which a person counts: page 2 before page 10. For files that came in no order of their own. */
export function inNaturalOrder<T extends { readonly name: string }>(files: readonly T[]): T[] {
  return [...files].sort((a, b) => names.compare(a.name, b.name));
}
