import type { Rung } from './codeLadder';

type Step = Pick<Rung, 'bytes' | 'loss'>;

/**
 * Spends a budget over pages: which way each page is coded in. Begins with the best of all and steps down where that saves
 * the most bytes for what is lost; then steps up again wherever there is room left, the worst read page first.
 *
 * @param ladders one a page, each from the best and largest to the smallest
 * @param budget bytes for all together
 * @returns a rung a page; no page alone could stand higher within the budget. Null when even the smallest do not fit
 */
export function chooseRungs(ladders: readonly (readonly Step[])[], budget: number): number[] | null {
  const chosen = ladders.map(() => 0);
  let sum = ladders.reduce((total, ladder) => total + ladder[0].bytes, 0);
  while (sum > budget) {
    const page = cheapestStep(ladders, chosen);
    if (page === null) return null;
    sum -= ladders[page][chosen[page]].bytes;
    chosen[page]++;
    sum += ladders[page][chosen[page]].bytes;
  }
  const worstFirst = ladders
    .map((_, page) => page)
    .sort((a, b) => ladders[b][chosen[b]].loss - ladders[a][chosen[a]].loss);
  for (const page of worstFirst) {
    const rest = sum - ladders[page][chosen[page]].bytes;
    chosen[page] = ladders[page].findIndex(({ bytes }) => rest + bytes <= budget);
    sum = rest + ladders[page][chosen[page]].bytes;
  }
  return chosen;
}

/** The page at which one step down saves the most bytes for what is lost; null when all stand lowest. */
function cheapestStep(ladders: readonly (readonly Step[])[], chosen: readonly number[]): number | null {
  let [best, most] = [-1, 0];
  ladders.forEach((ladder, page) => {
    const [now, next] = [ladder[chosen[page]], ladder[chosen[page] + 1] as Step | undefined];
    if (!next) return;
    const gain = (now.bytes - next.bytes) / (next.loss - now.loss);
    if (gain > most) [best, most] = [page, gain];
  });
  return best < 0 ? null : best;
}
