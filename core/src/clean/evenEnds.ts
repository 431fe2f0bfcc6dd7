import { connectedRuns } from '../raster/connectedRuns';
import type { LevelledRule } from './levelAlong';

/** Hardly anybody writes so near to a side of the page, as a share of its shorter side. */
const NEAR_SIDE = 0.07;
/** A piece of a rule is no further from its middle than the line is thick and so many cells: its soft flanks. */
const FLANK = 3;
/** It is no darker than the rule by this factor on the mean, and no longer, in cells. */
const MOST_DARKER = 1.25;
const MOST_CELLS = 500;

export interface RuledPlanes {
  readonly width: number;
  readonly height: number;
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
  /** cells of strokes and of rules: 1, else 0; both are changed */
  readonly strokes: Uint8Array;
  readonly rules: Uint8Array;
}

/**
 * Makes rules of what near the page's sides was taken for strokes though it lies on a rule, or where two cross, and is no darker than
 * they are: the net sees too little of a line that ends there.
 */
export function evenEnds(
  { width, height, darkest, strokes, rules }: RuledPlanes,
  courses: readonly LevelledRule[],
): void {
  if (courses.length === 0) return;
  const levels = levelsNearSides(width, height, courses);
  const { count, starts, ends, roots } = connectedRuns(strokes, width, height, { joinsCorners: true });
  const cells = new Uint32Array(count);
  const dark = new Float32Array(count);
  const level = new Float32Array(count);
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    cells[root] += ends[run] - starts[run];
    for (let i = starts[run]; i < ends[run]; i++) {
      dark[root] += darkest[i];
      // One cell elsewhere, and it is no piece of a rule.
      level[root] += levels[i] === 0 ? -Infinity : levels[i];
    }
  }
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    if (cells[root] > MOST_CELLS || !(dark[root] <= MOST_DARKER * level[root])) continue;
    strokes.fill(0, starts[run], ends[run]);
    rules.fill(1, starts[run], ends[run]);
  }
}

/** How dark a rule is where one runs near a side of the page, added up where two cross; else 0. */
function levelsNearSides(width: number, height: number, courses: readonly LevelledRule[]): Uint16Array {
  const levels = new Uint16Array(width * height);
  const margin = Math.round(NEAR_SIDE * Math.min(width, height));
  for (const { length, places, along, beside, half, middleAt, levelAt } of courses) {
    for (let k = 0; k < length; k++) {
      const middle = middleAt(k);
      const isNear = Math.min(k, length - 1 - k, middle, places - 1 - middle) < margin;
      if (!isNear) continue;
      const [from, to] = [Math.max(0, middle - half - FLANK), Math.min(places - 1, middle + half + FLANK)];
      const level = levelAt(k);
      for (let place = from; place <= to; place++) levels[place * beside + k * along] += level;
    }
  }
  return levels;
}
