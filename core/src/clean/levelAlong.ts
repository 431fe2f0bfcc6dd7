import { median } from '../statistics/quantile';
import type { RuleCourse } from './joinOverRule';

/** The level is told for stretches of so many cells, each together with those next to it. */
const STRETCH = 64;
/** From so many cells that are surely a rule's; and it is no darker than elsewhere by more than this factor. */
const FEW_CELLS = 12;
const MOST_DARKER = 1.6;

/** A rule with how dark it is along it. */
export interface LevelledRule extends RuleCourse {
  readonly levelAt: (k: number) => number;
}

interface RuleCells {
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
  /** cells of rules: 1, else 0 */
  readonly rules: Uint8Array;
}

/**
 * How dark a rule is at each cell along it: where the focus falls off it gets paler. It is told by what is a rule's there and no
 * stroke's; where that is little, it is as dark as all along.
 */
export function levelAlong({ darkest, rules }: RuleCells, course: RuleCourse): (k: number) => number {
  const { length, along, beside, places, half, level, middleAt } = course;
  const stretches = Array.from({ length: Math.ceil(length / STRETCH) }, (): number[] => []);
  for (let k = 0; k < length; k++) {
    const middle = middleAt(k);
    if (middle < half || middle >= places - half) continue;
    let dark = 0;
    for (let d = -half; d <= half; d++) {
      const i = (middle + d) * beside + k * along;
      if (rules[i] === 1) dark = Math.max(dark, darkest[i]);
    }
    if (dark > 0) stretches[Math.floor(k / STRETCH)].push(dark);
  }
  const levels = stretches.map((_, s) => {
    const around = stretches.slice(Math.max(0, s - 1), s + 2).flat();
    return around.length < FEW_CELLS ? level : Math.min(MOST_DARKER * level, median(around));
  });
  return (k) => levels[Math.floor(k / STRETCH)];
}
