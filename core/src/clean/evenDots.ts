import { NearbyPoints } from '../geometry/nearbyPoints';
import { connectedParts } from '../raster/connectedParts';
import { median } from '../statistics/quantile';
import { hiddenDots } from './hiddenDots';

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
/** With as many marks about it, up to this share of the pitch away each way, a mark is grain: some of that lies anywhere. */
const CROWD = 3;
const CROWDED = 0.5;
/** Fewer of them are no dotted paper; more marks than the second are grain. */
const LEAST_DOTS = 80;
const MOST_MARKS = 12_000;
/** What is darker than the usual dot by this factor and so many levels is a full stop. */
const DARKER = [1.4, 8] as const;
/** And what covers more cells than the usual dot by this factor. */
const LARGER = 1.7;

/** The cells of a page. */
export interface DottedCells {
  readonly width: number;
  readonly height: number;
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
  /** cells of whatever is there: 1, else 0 */
  readonly marks: Uint8Array;
}

interface Dot {
  readonly x: number;
  readonly y: number;
  readonly cells: readonly number[];
  readonly level: number;
}

/**
 * Finds the printed dots of dotted paper, which look like full stops to whoever sees one of them: small marks that have
 * others beside them, across and down, at the one distance that most of them have; and those that faint writing runs into.
 *
 * @returns cells of dots: 1, else 0; null where the paper is not dotted
 */
export function evenDots(cells: DottedCells): Uint8Array | null {
  const { width, height } = cells;
  const short = Math.min(width, height);
  const farthest = Math.ceil(PITCH[1] * short);
  const all = new NearbyPoints(smallMarks(cells), width, farthest);
  const pitch = pitchOf(all, short);
  if (pitch === null) return null;
  const apart = all.points.filter(({ x, y }) => all.count(x, y, CROWDED * pitch.across) < CROWD);
  const near = new NearbyPoints(apart, width, farthest);
  const sites = [-2, -1, 1, 2].flatMap((k) => [
    [k * pitch.across, 0],
    [0, k * pitch.down],
  ]);
  const reach = STRAYS + ASKEW * pitch.across;
  const printed = near.points.filter(
    ({ x, y }) => sites.filter(([dx, dy]) => near.has(x + dx, y + dy, reach)).length >= NEIGHBOURS,
  );
  if (printed.length < LEAST_DOTS) return null;
  const level = median(printed.map((dot) => dot.level));
  const size = median(printed.map((dot) => dot.cells.length));
  const isStop = (dot: Dot) => dot.level > DARKER[0] * level + DARKER[1] || dot.cells.length > LARGER * size;
  const free = printed.filter((dot) => !isStop(dot));
  const stops = new NearbyPoints(printed.filter(isStop), width, farthest);
  const dots = new Uint8Array(width * height);
  for (const dot of free) for (const i of dot.cells) dots[i] = 1;
  const radius = Math.sqrt(median(free.map((dot) => dot.cells.length)) / Math.PI);
  const far = Math.round(radius);
  for (const dot of hiddenDots(cells, free, { ...pitch, radius, level })) {
    if (stops.has(dot.x, dot.y, reach)) continue;
    for (let y = dot.y - far; y <= dot.y + far; y++) {
      for (let x = dot.x - far; x <= dot.x + far; x++) {
        if (Math.hypot(x - dot.x, y - dot.y) <= radius + 0.5) dots[y * width + x] = 1;
      }
    }
  }
  return dots;
}

/** Marks as small as a dot, of whatever kind. */
function smallMarks({ width, height, darkest, marks }: DottedCells): Dot[] {
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
    near.forEachAround(x, y, (other) => {
      const dx = other.x - x;
      const dy = other.y - y;
      if (dx >= least && dx <= most && Math.abs(dy) <= ASKEW * dx + STRAYS) acrossCounts[Math.round(dx)]++;
      if (dy >= least && dy <= most && Math.abs(dx) <= ASKEW * dy + STRAYS) downCounts[Math.round(dy)]++;
    });
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
