import { NearbyPoints } from '../geometry/nearbyPoints';
import { connectedParts } from '../raster/connectedParts';
import { eitherOf } from '../raster/eitherOf';
import { median } from '../statistics/quantile';

/** How far apart the dots of dotted paper are at least and at most, as shares of the page's shorter side (2.6 to 10.5 mm on A4). */
const PITCH = [1 / 80, 1 / 20] as const;
/** A dot is no larger than this, the same measure (1.9 mm). */
const LARGEST = 1 / 110;
/** So many dots have one beside them at the pitch, or there is no pitch. */
const LEAST_PAIRS = 0.25;
/** The nearest of several pitches, a multiple of it, counts this much of the fullest. */
const NEARLY = 0.7;
/** Pitches across and down are alike up to this share. */
const ALIKE = 0.08;
/** A dot lies where its neighbours say up to so many cells, and up to this share of the pitch askew. */
const STRAYS = 1.5;
const ASKEW = 0.08;
/** A dot of the paper has so many others within two pitches, across and down: some lie under writing. */
const NEIGHBOURS = 2;
/** Fewer of them are no dotted paper; more marks than the second are grain. */
const LEAST_DOTS = 80;
const MOST_MARKS = 12_000;
/** What is darker than the usual dot by this factor and so many levels is a full stop. */
const DARKER = [1.4, 8] as const;

export interface DottedCells {
  readonly width: number;
  readonly height: number;
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
  /** cells that are plainly darker than paper, whatever they are: 1, else 0 */
  readonly plain: Uint8Array;
  /** cells of strokes, of strokes in doubt and of rules: 1, else 0; all are changed */
  readonly strokes: Uint8Array;
  readonly doubted: Uint8Array;
  readonly rules: Uint8Array;
}

interface Dot {
  readonly x: number;
  readonly y: number;
  readonly cells: readonly number[];
  readonly level: number;
}

/**
 * Finds the printed dots of dotted paper, which look like full stops to whoever sees one of them: small marks that have
 * others beside them, across and down, at the one distance that most of them have. They become rules.
 */
export function evenDots(cells: DottedCells): void {
  const { strokes, doubted, rules } = cells;
  const short = Math.min(cells.width, cells.height);
  const near = new NearbyPoints(smallMarks(cells), cells.width, Math.ceil(PITCH[1] * short));
  const pitch = pitchOf(near, short);
  if (pitch === null) return;
  const sites = [-2, -1, 1, 2].flatMap((k) => [
    [k * pitch.across, 0],
    [0, k * pitch.down],
  ]);
  const reach = STRAYS + ASKEW * pitch.across;
  const printed = near.points.filter(
    ({ x, y }) => sites.filter(([dx, dy]) => near.has(x + dx, y + dy, reach)).length >= NEIGHBOURS,
  );
  if (printed.length < LEAST_DOTS) return;
  const usual = median(printed.map(({ level }) => level));
  for (const dot of printed) {
    if (dot.level > DARKER[0] * usual + DARKER[1]) continue;
    for (const i of dot.cells) {
      strokes[i] = doubted[i] = 0;
      rules[i] = 1;
    }
  }
}

/** Marks as small as a dot, of whatever kind. */
function smallMarks({ width, height, darkest, plain, strokes, doubted, rules }: DottedCells): Dot[] {
  const marks = eitherOf(eitherOf(strokes, doubted), eitherOf(rules, plain));
  const most = LARGEST * Math.min(width, height);
  const small = connectedParts(marks, width, height, { joinsCorners: true }).filter(
    ({ left, right, top, bottom }) => right - left < most && bottom - top < most,
  );
  if (small.length < LEAST_DOTS || small.length > MOST_MARKS) return [];
  return small.map(({ left, right, top, bottom }) => {
    const cells: number[] = [];
    let level = 0;
    for (let y = top; y <= bottom; y++) {
      for (let i = y * width + left; i <= y * width + right; i++) {
        if (marks[i] === 0) continue;
        cells.push(i);
        level = Math.max(level, darkest[i]);
      }
    }
    return { x: (left + right) / 2, y: (top + bottom) / 2, cells, level };
  });
}

/** The distances in cells, across and down, that most dots have to another; null when they have none in common, or unlike ones. */
function pitchOf(near: NearbyPoints<Dot>, short: number): { across: number; down: number } | null {
  const [least, most] = PITCH.map((share) => share * short);
  const acrossCounts = new Uint32Array(Math.ceil(most) + 3);
  const downCounts = new Uint32Array(acrossCounts.length);
  for (const { x, y } of near.points) {
    for (const other of near.around(x, y)) {
      const [dx, dy] = [other.x - x, other.y - y];
      if (dx >= least && dx <= most && Math.abs(dy) <= ASKEW * dx + STRAYS) acrossCounts[Math.round(dx)]++;
      if (dy >= least && dy <= most && Math.abs(dx) <= ASKEW * dy + STRAYS) downCounts[Math.round(dy)]++;
    }
  }
  const fewest = LEAST_PAIRS * near.points.length;
  const [across, down] = [nearestPeak(acrossCounts, fewest), nearestPeak(downCounts, fewest)];
  if (across === null || down === null || Math.abs(across - down) > ALIKE * Math.max(across, down))
    return null;
  return { across, down };
}

/** The first of the full bins of a histogram, between the bins; null when none is as full as `fewest`. */
function nearestPeak(counts: Uint32Array, fewest: number): number | null {
  const at = (bin: number) => counts[bin] ?? 0;
  const around = Array.from(counts, (_, bin) => at(bin - 1) + at(bin) + at(bin + 1));
  const fullest = Math.max(...around);
  if (fullest < Math.max(1, fewest)) return null;
  let bin = around.findIndex((count) => count >= NEARLY * fullest);
  // On the slope up to the peak it is not reached yet.
  while (around[bin + 1] > around[bin]) bin++;
  return bin + (at(bin + 1) - at(bin - 1)) / around[bin];
}
