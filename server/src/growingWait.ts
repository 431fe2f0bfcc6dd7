export interface GrowingWaitOptions {
  /** wrong tries that cost nothing */
  readonly free: number;
  /** after the next one, ms */
  readonly first: number;
  /** no wait is longer, ms */
  readonly last: number;
}

/** How long after so many wrong tries the next is not looked at, ms: each wait is twice as long as the one before. */
export function growingWait(wrong: number, { free, first, last }: GrowingWaitOptions): number {
  const late = wrong - free;
  return late < 0 ? 0 : Math.min(last, first * 2 ** late);
}
