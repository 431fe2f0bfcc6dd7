/** What is wrong with the parts of a packet's pages, held against those that are asked for. */
export interface PartsCheck {
  /** asked for, and no page is it */
  readonly missing: readonly string[];
  /** more than one page is it; not wrong by itself: an answer may go on overleaf */
  readonly doubled: readonly string[];
  /** numbers of the pages that are none of those asked for, from 1 */
  readonly without: readonly number[];
}

/** What is said of each page's part: its name, '' for none of them, null where nobody has said anything. */
export type GivenParts = readonly (string | null)[];

export function checkParts(asked: readonly string[], given: GivenParts): PartsCheck {
  const count = (part: string) => given.filter((each) => each === part).length;
  return {
    missing: asked.filter((part) => count(part) === 0),
    doubled: asked.filter((part) => count(part) > 1),
    without: given.flatMap((part, i) => (part !== null && asked.includes(part) ? [] : [i + 1])),
  };
}

/** Parts for pages that have none yet: those that are asked for and not there, in their order, to pages in their order. */
export function proposeParts(asked: readonly string[], given: GivenParts): (string | null)[] {
  const open = asked.filter((part) => !given.includes(part));
  return given.map((part) => part ?? open.shift() ?? null);
}
