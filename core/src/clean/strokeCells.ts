import { forEachSet } from '../raster/forEachSet';
import { median } from '../statistics/quantile';
import { backAmong } from './backAmong';
import type { CellFacts } from './cellFacts';
import { OF_STROKES } from './findUnwanted';
import { LOGIT_SCALE, logitByte, type InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { loneSpecks } from './loneSpecks';
import { strokeFacts } from './strokeFacts';
import { strokeRuns } from './strokeRuns';
import { gentlest, shiftedRows, type ThresholdShift } from './thresholdShift';

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
 * A stroke may be the back showing through when it is fainter than OF_STROKES of the page's own strokes near it, and the net
 * finds it as likely unwanted as the first; the fainter it is, the less likely that need be, down to the second.
 */
const MAYBE_BACK = [logitByte(0.2), logitByte(0.05)] as const;
/**
 * It may be nothing at all, grain or a coder's blocks, when it is fainter than a share of them that grows with how unlikely
 * the net finds it: this share of the likelihood against it, and no more than the second. Set where on drawn pages what is no
 * stroke ends and faint strokes begin (`npm run measure:clean`).
 */
const OF_UNLIKELY = 0.8;
const MOST_UNLIKELY = 0.42;
/** A speck far from all strokes may be grain where it is fainter than this share of them, and less likely ink than that. */
const PALE_SPECK = 0.7;
const SURE_SPECK = logitByte(0.88);
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
 * @param shift moves the net's thresholds
 */
export function strokeCells(
  map: InkMap,
  seen: InkLikelihood,
  { darkest, usual, unwanted: { cells: likelyUnwanted, isBack, faintBelow } }: CellFacts,
  shift: ThresholdShift,
): StrokeCells {
  const noise = median(map.noise.data) * (seen.step === 1 ? SHARPER : 1);
  const warmth = warmthOf(map, seen);
  const { ink, unwanted, width, height } = seen;
  const low = Math.round(INK_LOW + gentlest(shift) * LOGIT_SCALE);
  const doubted = new Uint8Array(width * height);
  const own = ink.slice();
  for (const i of likelyUnwanted) {
    if (!isBack) own[i] = unwanted[i];
    else if (ink[i] >= low && darkest[i] < Math.max(faintBelow, OF_STROKES * usual.near(i))) {
      own[i] = 0;
      doubted[i] = 1;
    }
  }
  const back = isBack && backAmong(own, seen, darkest, usual, { low, backCells: likelyUnwanted.length });
  if (back) {
    forEachSet(back, (i) => {
      own[i] = 0;
      doubted[i] = 1;
    });
  }
  const runs = strokeRuns(own, width, height, shiftedRows(INK_LOW, shift), shiftedRows(INK_HIGH, shift));
  const { count, starts, ends, roots, sizes, sure } = runs;
  const isStroke = (run: number) => sure[roots[run]] === 1 && sizes[roots[run]] >= LEAST_CELLS;
  const facts = strokeFacts(runs, isStroke, { darkest, ink: own, unwanted, rules: seen.rules });
  /** How dark it is, over how dark strokes are. */
  const share = new Float32Array(count).fill(Infinity);
  for (let run = 0; run < count; run++) {
    if (roots[run] !== run || !(facts.dark[run] > 0)) continue;
    const near = facts.dark[run] < faintBelow ? usual.strong : usual.near(starts[run]);
    if (near > 0) share[run] = facts.dark[run] / near;
  }
  const warm = new Float32Array(count);
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    // Only what may be doubted need be looked at.
    if (!isStroke(run) || share[root] >= OF_STROKES) continue;
    for (let i = starts[run]; i < ends[run]; i++) warm[root] += warmth(i);
  }
  const isDoubted = (root: number) => {
    if (share[root] >= OF_STROKES || Math.abs(warm[root]) > COLOURED * sizes[root]) return false;
    if (share[root] < leastShare(facts.ink[root])) return true;
    return (
      isBack &&
      facts.unwanted[root] > MAYBE_BACK[1] + ((MAYBE_BACK[0] - MAYBE_BACK[1]) * share[root]) / OF_STROKES
    );
  };
  const strokes = new Uint8Array(width * height);
  const ruleEnds = new Uint8Array(width * height);
  const isRuleEnd = (root: number) =>
    sizes[root] < END_CELLS && facts.rules[root] > MAYBE_END && isNearEdge(seen, starts[root]);
  const isOverNoise = (root: number) =>
    facts.mean[root] >= (sizes[root] < LITTLE ? OF_NOISE.dot : OF_NOISE.stroke) * noise;
  const lone = loneSpecks(runs, {
    ...{ width, height },
    isShown: (root) => isStroke(root) && isOverNoise(root) && !isDoubted(root),
    mayBeGrain: (root) => share[root] < PALE_SPECK && facts.ink[root] < SURE_SPECK,
  });
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    if (!isStroke(run) || !isOverNoise(root)) continue;
    const isNoStroke = isDoubted(root) || lone?.[root] === 1;
    const cells = isRuleEnd(root) ? ruleEnds : isNoStroke ? doubted : strokes;
    cells.fill(1, starts[run], ends[run]);
  }
  return { strokes, doubted, ruleEnds };
}
