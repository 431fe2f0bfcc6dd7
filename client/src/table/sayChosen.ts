import { sayPages } from '@ravlo/contract';

/** Some pages of a packet, as they are called: "page 3", "2 pages". @param ids of all its pages, in order */
export function sayChosen(ids: readonly string[], chosen: ReadonlySet<string>): string {
  const [first] = chosen;
  return chosen.size === 1 ? `page ${ids.indexOf(first) + 1}` : sayPages(chosen.size);
}

/** What was done to them, as a sentence: "Page 3 is deleted." */
export function sayDone(ids: readonly string[], chosen: ReadonlySet<string>, what: string): string {
  const name = sayChosen(ids, chosen);
  return `${name[0].toUpperCase()}${name.slice(1)} ${chosen.size === 1 ? 'is' : 'are'} ${what}.`;
}
