import { angleBetween, intersectLines, type Line } from '../geometry/line';
import {
  along,
  meanOver,
  seenOver,
  SUM_EDGE,
  SUM_SHEET_STEP,
  SUM_SUPPORT,
  type LineEvidence,
} from './lineEvidence';
import type { Point } from '../geometry/quad';

/** Two lines at a smaller angle than this (radians) are no neighbouring sides. */
const LEAST_CROSSING = 0.7;
/** Corners may lie outside the picture by this share of its size. */
const MOST_OUTSIDE = 0.3;
/** Rough worth of a border side: it says nothing for or against a sheet that runs out of the picture. */
const BORDER_WORTH = 0.12;

/** For lines i and k at [i * count + k]: where they cross, and where that is along line i. NaN where they do not. */
export interface Crossings {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly along: Float64Array;
}

export function crossings(lines: readonly Line[], width: number, height: number): Crossings {
  const count = lines.length;
  const table: Crossings = {
    count,
    x: new Float64Array(count * count).fill(NaN),
    y: new Float64Array(count * count).fill(NaN),
    along: new Float64Array(count * count).fill(NaN),
  };
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < count; k++) {
      if (i === k || angleBetween(lines[i], lines[k]) < LEAST_CROSSING) continue;
      const point = intersectLines(lines[i], lines[k]);
      if (!point || isFarOutside(point, width, height)) continue;
      table.x[i * count + k] = point[0];
      table.y[i * count + k] = point[1];
      table.along[i * count + k] = along(lines[i], point[0], point[1]);
    }
  }
  return table;
}

function isFarOutside([x, y]: Point, width: number, height: number): boolean {
  return (
    x < -MOST_OUTSIDE * width ||
    y < -MOST_OUTSIDE * height ||
    x > (1 + MOST_OUTSIDE) * width ||
    y > (1 + MOST_OUTSIDE) * height
  );
}

/** Two opposite sides by line number, and whether each line's normal points to the other. */
export interface Pair {
  readonly a: number;
  readonly b: number;
  readonly inwardA: 1 | -1;
  readonly inwardB: 1 | -1;
  /** how many of the two are borders of the picture */
  readonly borders: number;
}

/**
 * What speaks for line i as a side from one line of pair p to the other, at [i * pairs + p]: its length (NaN where the
 * lines do not cross) and the three things that WEIGHTS weigh, the last for a sheet ahead of the line.
 */
export interface SideTable {
  readonly length: Float64Array;
  readonly divides: Float64Array;
  readonly edge: Float64Array;
  readonly sheet: Float64Array;
}

export function sideTable(
  evidence: readonly LineEvidence[],
  count: number,
  pairs: readonly Pair[],
  { along: at }: Crossings,
): SideTable {
  const size = count * pairs.length;
  const table: SideTable = {
    length: new Float64Array(size),
    divides: new Float64Array(size),
    edge: new Float64Array(size),
    sheet: new Float64Array(size),
  };
  for (let i = 0; i < count; i++) {
    for (let p = 0; p < pairs.length; p++) {
      const from = at[i * count + pairs[p].a];
      const to = at[i * count + pairs[p].b];
      measureSide(evidence[i], from, to, table, i * pairs.length + p);
    }
  }
  return table;
}

function measureSide(
  side: LineEvidence | undefined,
  from: number,
  to: number,
  table: SideTable,
  place: number,
): void {
  const length = Math.abs(to - from);
  table.length[place] = length;
  if (!side) {
    table.divides[place] = table.edge[place] = BORDER_WORTH;
    return;
  }
  if (!(length >= 8)) return;
  const seen = seenOver(side, from, to);
  if (seen < 8) return;
  // What cannot be seen counts a little less than what is there.
  const share = 0.5 + (0.5 * seen) / length;
  table.divides[place] = meanOver(side, from, to, SUM_SUPPORT) * share;
  table.edge[place] = meanOver(side, from, to, SUM_EDGE) * share;
  table.sheet[place] = meanOver(side, from, to, SUM_SHEET_STEP) * share;
}
