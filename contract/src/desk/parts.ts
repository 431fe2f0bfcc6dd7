/** What is wrong with the parts of a packet's pages, held against those that are asked for. */
export interface PartsCheck {
  /** asked for, and no page is it */
  readonly missing: readonly string[];
  /** more than one page is it; not wrong by itself: an answer may go on overleaf */
  readonly doubled: readonly string[];
  /** numbers of the pages that are none of those asked for, from 1 */
  readonly without: readonly number[];
}

/** @param given a page's part; null where it has none */
export function checkParts(asked: readonly string[], given: readonly (string | null)[]): PartsCheck {
  const count = (part: string) => given.filter((each) => each === part).length;
  return {
    missing: asked.filter((part) => count(part) === 0),
    doubled: asked.filter((part) => count(part) > 1),
    without: given.flatMap((part, i) => (part !== null && asked.includes(part) ? [] : [i + 1])),
  };
}

/** Parts for pages that have none yet: those that are asked for and not there, in their order, to pages in their order. */
export function proposeParts(asked: readonly string[], given: readonly (string | null)[]): (string | null)[] {
  const open = asked.filter((part) => !given.includes(part));
  return given.map((part) => part ?? open.shift() ?? null);
}
