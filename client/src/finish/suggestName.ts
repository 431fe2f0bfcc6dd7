import type { Recipe } from '@ravlo/contract';

/** A name for a packet that nobody has named: what is written on its first page's label, else the one used last. */
export function suggestName(
  recipes: readonly Pick<Recipe, 'notes'>[],
  lastUsed: string | null,
): string | null {
  for (const { notes = [] } of recipes) {
    for (const note of notes) {
      if (note.kind !== 'label') continue;
      const words = note.text.replace(/\s+/g, ' ').trim();
      if (words) return words;
    }
  }
  return lastUsed ? nextName(lastUsed) : null;
}

/** The last number in a name grown by one: "tides week 3" to "tides week 4"; without one, a second of its kind. */
export function nextName(name: string): string {
  const match = /^(.*?)(\d+)(\D*)$/s.exec(name);
  if (!match) return `${name} 2`;
  const [, before, digits, after] = match;
  return `${before}${String(Number(digits) + 1).padStart(digits.length, '0')}${after}`;
}
