import type { Way } from './way';

/** A straight line of rule cells: its middle at every cell along it, and how far its edges are from there. */
export interface RuleCourse extends Way {
  readonly half: number;
  readonly middleAt: (k: number) => number;
  /** how dark it is */
  readonly level: number;
}

export interface CrossedCells {
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
  /** cells of strokes and of rules: 1, else 0; both are changed */
  readonly strokes: Uint8Array;
  readonly rules: Uint8Array;
}

/** A stroke that crosses comes as near to the line as so many cells, on both sides. */
const NEAR = 3;
/** What lies beside the line for longer runs along it; cells. */
const LONGEST = 12;
/** So many cells askew at most, for each that the line is thick. */
const ASKEW = 1;

/** Where something lies beside the line: the first and the last cell along it. */
type Run = readonly [from: number, to: number];

/**
 * Lets strokes run on over a rule that hides them: where one comes near the line from both sides, the cells between are the
 * stroke's. What ends at the line, or runs along it, is left; so are strokes darker than the line, which it cannot hide: what
 * comes near it on both sides are two of them.
 */
export function joinOverRule(cells: CrossedCells, course: RuleCourse): void {
  const { strokes, rules } = cells;
  const { half, along, beside, middleAt } = course;
  const [before, behind] = [runsBeside(cells, course, -1), runsBeside(cells, course, 1)];
  const reach = ASKEW * (2 * half + 1);
  let first = 0;
  for (const one of before) {
    while (first < behind.length && behind[first][1] < one[0] - reach) first++;
    for (let k = first; k < behind.length && behind[k][0] <= one[1] + reach; k++) {
      const other = behind[k];
      for (let d = -half; d <= half; d++) {
        const share = (d + half + 1) / (2 * half + 2);
        const [from, to] = [0, 1].map((end) => Math.round(one[end] + (other[end] - one[end]) * share));
        for (let place = from; place <= to; place++) {
          const i = (middleAt(place) + d) * beside + place * along;
          strokes[i] = 1;
          rules[i] = 0;
        }
      }
    }
  }
}

/** Short pieces of strokes that the line may hide on one side of it, in order. */
function runsBeside({ strokes, darkest }: CrossedCells, course: RuleCourse, side: -1 | 1): Run[] {
  const { length, places, along, beside, half, middleAt, level } = course;
  const isBeside = (k: number) => {
    const middle = middleAt(k);
    if (middle < half + NEAR || middle >= places - half - NEAR) return false;
    const at = middle * beside + k * along;
    for (let d = half + 1; d <= half + NEAR; d++) {
      const i = at + side * d * beside;
      if (strokes[i] === 1 && darkest[i] < level) return true;
    }
    return false;
  };
  const runs: Run[] = [];
  let from = -1;
  for (let k = 0; k <= length; k++) {
    const isOn = k < length && isBeside(k);
    if (isOn && from < 0) from = k;
    if (isOn || from < 0) continue;
    if (k - from <= LONGEST) runs.push([from, k - 1]);
    from = -1;
  }
  return runs;
}
