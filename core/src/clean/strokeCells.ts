import { binAtShare } from '../statistics/histogram';
import { median, quantile } from '../statistics/quantile';
import { LOGIT_SCALE, logitByte, type InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { strokeRuns } from './strokeRuns';

/** A stroke's cells are at least as likely as the first, one of them as the second: hysteresis along the stroke. */
const INK_LOW = logitByte(0.18);
const INK_HIGH = logitByte(0.5);
/** Fewer cells together are a speck. */
const LEAST_CELLS = 3;
/** Fewer cells together are a dot; dots and strokes are so many deviations of the paper dark, or else its grain. */
const LITTLE = 24;
const OF_NOISE = { dot: 3.4, stroke: 1.6 } as const;
/** Small pictures are not smoothed: their grain is this much stronger. */
const SHARPER = 1.4;

/**
 * A stroke may be the back showing through when it is fainter than this share of the page's own strokes near it, and the
 * net finds it as likely unwanted as the second; the fainter it is, the less likely that need be, down to the third.
 */
const OF_STROKES = 0.45;
const MAYBE_BACK = [logitByte(0.2), logitByte(0.05)] as const;
/** Cells that are as faint, likelier unwanted than ink and as likely as this are the back's, though they touch a stroke. */
const BACK_BESIDE = logitByte(0.3);
/** Where a back shows through, this share of such cells is as faint as that; so few of them, or so faint ones, do not tell. */
const MOST_OF_BACK = 0.75;
const FEW_UNWANTED = 400;
const LEAST_UNWANTED = 4;
/**
 * It may be nothing at all, grain or a coder's blocks, when it is fainter than a share of them that grows with how unlikely
 * the net finds it: this share of the likelihood against it, and no more than the second. Set where on drawn pages what is no
 * stroke ends and faint strokes begin (`npm run measure:clean`).
 */
const OF_UNLIKELY = 0.8;
const MOST_UNLIKELY = 0.42;
/** "Near" is in tiles of so many cells, and in those next to them; without any there, all over the page. */
const NEAR = 64;
/** Strokes that the net is so sure of tell how dark the page's own are. */
const SURELY_INK = logitByte(0.8);
const USUAL = 0.8;
/** Fewer of their cells in a tile do not tell. */
const FEW_SURE = 30;

/** The back shows through without a colour of its own: red over its paper less blue over its paper, on the mean. */
const COLOURED = 0.06;

/** How much warmer than its paper a cell is, by its first pixel. */
function warmthOf({ page, paper }: InkMap, { step, width }: InkLikelihood): (i: number) => number {
  const { red, blue, cell } = paper;
  return (i) => {
    const [x, y] = [(i % width) * step, Math.floor(i / width) * step];
    const at = (y * page.width + x) * 4;
    const of = Math.floor(y / cell) * red.width + Math.floor(x / cell);
    return page.data[at] / red.data[of] - page.data[at + 2] / blue.data[of];
  };
}

/** Squares end before the page does: fewer cells than the first, as likely a rule as the second, so near the edge. */
const END_CELLS = 70;
const MAYBE_END = logitByte(0.1);
const EDGE = 0.05;

function isNearEdge({ width, height }: InkLikelihood, i: number): boolean {
  const [x, y] = [i % width, Math.floor(i / width)];
  const margin = EDGE * Math.min(width, height);
  return Math.min(x, width - 1 - x, y, height - 1 - y) < margin;
}

interface Unwanted {
  /** cells that are likelier unwanted than ink */
  readonly cells: readonly number[];
  /**
   * Whether they are the back's. They are not where most of them are as dark as the page's own strokes, which are out of
   * focus there and look like what shows through.
   */
  readonly isBack: boolean;
}

function findUnwanted(
  { ink, unwanted }: InkLikelihood,
  darkest: Uint8Array,
  holes: Uint8Array,
  usual: (i: number) => number,
): Unwanted {
  const cells: number[] = [];
  const shares: number[] = [];
  for (let i = 0; i < ink.length; i++) {
    if (unwanted[i] < BACK_BESIDE || unwanted[i] < ink[i]) continue;
    if (darkest[i] < LEAST_UNWANTED || holes[i] === 1) continue;
    cells.push(i);
    shares.push(darkest[i] / Math.max(1, usual(i)));
  }
  return {
    cells,
    isBack: cells.length < FEW_UNWANTED || quantile(shares, MOST_OF_BACK) < OF_STROKES,
  };
}

/** How dark the strokes are that the net is sure of, near a cell, or else on the page; 0 where there are none. */
function usualNear({ ink, width, height }: InkLikelihood, darkest: Uint8Array): (i: number) => number {
  const columns = Math.ceil(width / NEAR);
  const rows = Math.ceil(height / NEAR);
  const counts = new Uint32Array(columns * rows * 256);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / NEAR) * columns;
    for (let x = 0; x < width; x++, i++) {
      if (ink[i] >= SURELY_INK) counts[(row + Math.floor(x / NEAR)) * 256 + darkest[i]]++;
    }
  }
  const levels = new Float32Array(columns * rows);
  const all = new Uint32Array(256);
  let count = 0;
  for (let k = 0; k < levels.length; k++) {
    const of = counts.subarray(k * 256, (k + 1) * 256);
    let total = 0;
    for (let level = 0; level < 256; level++) {
      total += of[level];
      all[level] += of[level];
    }
    count += total;
    levels[k] = total >= FEW_SURE ? binAtShare(of, total, USUAL) : 0;
  }
  const onPage = count >= FEW_SURE ? binAtShare(all, count, USUAL) : 0;
  return (i) => {
    const [column, row] = [Math.floor((i % width) / NEAR), Math.floor(i / width / NEAR)];
    let most = 0;
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++) {
      for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) {
        most = Math.max(most, levels[r * columns + c]);
      }
    }
    return most > 0 ? most : onPage;
  };
}

/** What is fainter than this share of the page's strokes may be nothing; by how likely ink it is, as a byte of a logit. */
function leastShare(ink: number): number {
  return Math.min(MOST_UNLIKELY, OF_UNLIKELY / (1 + Math.exp((ink - 128) / LOGIT_SCALE)));
}

export interface StrokeCells {
  /** 1 where a stroke is, else 0 */
  readonly strokes: Uint8Array;
  /** 1 where it is one that may be the back's, or nothing, much fainter than the page's own: it is shown, but not lifted */
  readonly doubted: Uint8Array;
  /** 1 where a rule ends near the page's edge, which looks like a short stroke */
  readonly ruleEnds: Uint8Array;
}

/**
 * Strokes by hysteresis over what the net sees, sorted into those of the page, those that may be none of it, and rules' ends.
 *
 * @param holes cells of punched holes: 1, else 0
 */
export function strokeCells(
  map: InkMap,
  seen: InkLikelihood,
  darkest: Uint8Array,
  holes: Uint8Array,
  shift: number,
): StrokeCells {
  const noise = median(map.noise.data) * (seen.step === 1 ? SHARPER : 1);
  const warmth = warmthOf(map, seen);
  const { ink, unwanted, width, height } = seen;
  const low = Math.round(INK_LOW + shift * LOGIT_SCALE);
  const high = Math.round(INK_HIGH + shift * LOGIT_SCALE);
  const usual = usualNear(seen, darkest);
  const { cells: likelyUnwanted, isBack } = findUnwanted(seen, darkest, holes, usual);
  const doubted = new Uint8Array(width * height);
  const own = ink.slice();
  for (const i of likelyUnwanted) {
    if (!isBack) own[i] = unwanted[i];
    else if (ink[i] >= low && darkest[i] < OF_STROKES * usual(i)) {
      own[i] = 0;
      doubted[i] = 1;
    }
  }
  const { count, starts, ends, roots, sizes, sure } = strokeRuns(
    own,
    width,
    height,
    (y, out) => y === 0 && out.fill(low),
    (y, out) => y === 0 && out.fill(high),
  );
  const isStroke = (run: number) => sure[roots[run]] === 1 && sizes[roots[run]] >= LEAST_CELLS;
  const darkness = new Float32Array(count);
  const squares = new Float32Array(count);
  const inks = new Float32Array(count);
  const unwantedOf = new Float32Array(count);
  const warm = new Float32Array(count);
  const ruled = new Float32Array(count);
  for (let run = 0; run < count; run++) {
    if (!isStroke(run)) continue;
    const root = roots[run];
    for (let i = starts[run]; i < ends[run]; i++) {
      const dark = darkest[i];
      darkness[root] += dark;
      squares[root] += dark * dark;
      inks[root] += own[i];
      unwantedOf[root] += unwanted[i];
      ruled[root] += seen.rules[i];
    }
  }
  /** How dark it is, over how dark strokes are; near its darkest cells, or soft strokes would be fainter than sharp ones. */
  const share = new Float32Array(count).fill(Infinity);
  for (let run = 0; run < count; run++) {
    if (roots[run] !== run || darkness[run] === 0) continue;
    const near = usual(starts[run]);
    if (near > 0) share[run] = squares[run] / darkness[run] / near;
  }
  const isDoubted = (root: number) => {
    const size = sizes[root];
    if (share[root] >= OF_STROKES || Math.abs(warm[root]) > COLOURED * size) return false;
    if (share[root] < leastShare(inks[root] / size)) return true;
    return (
      isBack &&
      unwantedOf[root] / size > MAYBE_BACK[1] + ((MAYBE_BACK[0] - MAYBE_BACK[1]) * share[root]) / OF_STROKES
    );
  };
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    // Only what may be doubted need be looked at.
    if (!isStroke(run) || share[root] >= OF_STROKES) continue;
    for (let i = starts[run]; i < ends[run]; i++) warm[root] += warmth(i);
  }
  const strokes = new Uint8Array(width * height);
  const ruleEnds = new Uint8Array(width * height);
  const isRuleEnd = (root: number) =>
    sizes[root] < END_CELLS && ruled[root] > MAYBE_END * sizes[root] && isNearEdge(seen, starts[root]);
  for (let run = 0; run < count; run++) {
    if (!isStroke(run)) continue;
    const root = roots[run];
    const least = sizes[root] < LITTLE ? OF_NOISE.dot : OF_NOISE.stroke;
    if (darkness[root] < least * noise * sizes[root]) continue;
    const cells = isRuleEnd(root) ? ruleEnds : isDoubted(root) ? doubted : strokes;
    cells.fill(1, starts[run], ends[run]);
  }
  return { strokes, doubted, ruleEnds };
}
