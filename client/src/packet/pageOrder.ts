import type { Page } from '@ravlo/contract';

/** Orders of pages, as lists of ids. */

export const idsOf = (pages: readonly Page[]): string[] => pages.map(({ id }) => id);

/** A stack that was photographed from its back. */
export const reversed = (ids: readonly string[]): string[] => [...ids].reverse();

/**
 * All fronts first and then all backs, as they leave a scanner, become leaves: front, back, front, back. With
 * `fromTheEnd` the backs came last leaf first, as when the stack was turned over whole.
 */
export function interleaved(ids: readonly string[], fromTheEnd: boolean): string[] {
  const half = Math.ceil(ids.length / 2);
  const fronts = ids.slice(0, half);
  const backs = ids.slice(half);
  // Where a leaf has no back it is the last one: its place among the backs is empty.
  const inOrder = fromTheEnd ? backs.reverse() : backs;
  return fronts.flatMap((front, i) => (i < inOrder.length ? [front, inOrder[i]] : [front]));
}

/** In the order in which the photos were taken; those of the same moment stay as they lie. */
export const byTimeTaken = (pages: readonly Page[]): string[] =>
  idsOf([...pages].sort((a, b) => a.takenAt.localeCompare(b.takenAt)));

/** With these pages together so that the first of them gets this number (from 1), or the last place there is. */
export function movedTo(ids: readonly string[], chosen: ReadonlySet<string>, number: number): string[] {
  const rest = ids.filter((id) => !chosen.has(id));
  const at = Math.min(rest.length, Math.max(0, number - 1));
  return [...rest.slice(0, at), ...ids.filter((id) => chosen.has(id)), ...rest.slice(at)];
}

export const without = (ids: readonly string[], chosen: ReadonlySet<string>): string[] =>
  ids.filter((id) => !chosen.has(id));

/** With a page put behind another. */
export function insertedAfter(ids: readonly string[], id: string, after: string): string[] {
  const rest = ids.filter((other) => other !== id);
  const at = rest.indexOf(after) + 1;
  return [...rest.slice(0, at), id, ...rest.slice(at)];
}
