import { kernels } from '../kernels/kernels';
import { binAtShare } from '../statistics/histogram';
import { connectedParts } from '../raster/connectedParts';
import { median } from '../statistics/quantile';
import { holesSeen } from './holesSeen';
import { gridRow } from './grid';
import { LOGIT_SCALE, logitByte, type InkLikelihood } from './inkNet';
import type { InkMap } from './inkMap';
import { strokeRuns } from './strokeRuns';
import { widen } from './widen';

/** What a cell of a page shows. */
export const PAPER = 0;
/** strokes, written, drawn or printed, with their soft flanks */
export const INK = 1;
/** the stationer's rules, squares and dots where no stroke lies on them */
export const RULE = 2;
/** highlighter, printed pictures, and whatever is plainly there and was not made out: shown as it is */
export const TONE = 3;

/** A page's parts, cell by cell. */
export interface PageParts {
  /** page pixels a cell, each way */
  readonly step: 1 | 2;
  /** cells: the page's size over the step, rounded up */
  readonly width: number;
  readonly height: number;
  readonly kinds: Uint8Array;
  /** cells of strokes without their flanks: 1, else 0 */
  readonly strokes: Uint8Array;
  /** the darkest pixel of each cell, lightly smoothed */
  readonly darkest: Uint8Array;
  /** cells of highlighter, pictures and other areas, also where strokes lie on them: 1, else 0 */
  readonly toned: Uint8Array;
  /** how the net's thresholds were moved, in units of a logit */
  readonly shift: number;
}

/** A stroke's cells are at least as likely as the first, one of them as the second: hysteresis along the stroke. */
const INK_LOW = logitByte(0.18);
const INK_HIGH = logitByte(0.5);
/** Fewer cells together are a speck. */
const LEAST_CELLS = 3;
const RULE_FROM = logitByte(0.4);
const TONE_FROM = logitByte(0.45);
const UNWANTED_FROM = logitByte(0.5);
/** What is so much darker than the paper stays though nobody knows what it is, in levels, and in deviations of paper. */
const SURELY_THERE = [34, 9] as const;
/** What is as dark as this is no back that shows through: it stays, unless it is a hole. */
const DARK_THING = 80;
/** Fewer cells together are a dot; dots and strokes are so many deviations of the paper dark, or else its grain. */
const LITTLE = 24;
const OF_NOISE = { dot: 3.4, stroke: 1.6 } as const;
/** Small pictures are not smoothed: their grain is this much stronger. */
const SHARPER = 1.4;
/** A stroke's flank is at least this dark, in levels. */
const FLANK = 3;

/**
 * Tells a page's parts by what the net sees and by how dark they are. When in doubt a thing stays.
 *
 * @param shift moves the net's thresholds, in units of a logit: more is ink below 0
 */
export function pageParts(map: InkMap, seen: InkLikelihood, shift = 0): PageParts {
  const { step, width, height } = seen;
  const darkest = darkestOfCells(map, step, width, height);
  const { strokes, doubted, ruleEnds } = strokeCells(map, seen, darkest, shift);
  const holes = holesSeen(seen);
  const wide = widen(strokes, width, height);
  const rules = ruleCells(seen, strokes, ruleEnds);
  const wideRules = widen(rules, width, height);
  const toned = new Uint8Array(width * height);
  for (let i = 0; i < toned.length; i++) if (seen.tones[i] >= TONE_FROM) toned[i] = 1;
  const kinds = new Uint8Array(width * height);
  const noise = new Float32Array(map.width);
  for (let y = 0, i = 0; y < height; y++) {
    if ((y & 7) === 0) gridRow(map.noise, y * step, noise);
    for (let x = 0; x < width; x++, i++) {
      const dark = darkest[i];
      if (dark < FLANK || holes[i] === 1) kinds[i] = PAPER;
      else if (rules[i] === 1) kinds[i] = RULE;
      else if (strokes[i] === 1) kinds[i] = INK;
      else if (toned[i] === 1 || doubted[i] === 1) kinds[i] = TONE;
      else if (wide[i] === 1 && wideRules[i] === 0) kinds[i] = INK;
      else if (wideRules[i] === 1) kinds[i] = RULE;
      else if (
        dark >= SURELY_THERE[0] &&
        dark >= SURELY_THERE[1] * noise[Math.min(map.width - 1, x * step)] &&
        (seen.unwanted[i] < UNWANTED_FROM || dark >= DARK_THING)
      )
        kinds[i] = TONE;
    }
  }
  return { step, width, height, kinds, strokes, darkest, toned, shift };
}

/** Gaps in a rule of up to so many cells are closed, where no stroke lies on them. */
const LONGEST_GAP = 24;
/** Fewer cells in a row are no piece of a rule along that way. */
const LEAST_PIECE = 6;
/** Fewer cells than this share of the page are no ruling: somebody drew a line. */
const LEAST_RULED = 0.0025;

/** Cells of rules; where there is no ruling they become strokes. */
function ruleCells(seen: InkLikelihood, strokes: Uint8Array, ruleEnds: Uint8Array): Uint8Array {
  const { width, height } = seen;
  const rules = new Uint8Array(width * height);
  let count = 0;
  for (let i = 0; i < rules.length; i++) {
    if (seen.rules[i] < RULE_FROM) continue;
    // Where both are likely, a stroke crosses the rule, or runs along it.
    if (strokes[i] === 1 && (seen.ink[i] >= INK_HIGH || seen.ink[i] >= seen.rules[i])) continue;
    rules[i] = 1;
    count++;
  }
  if (count < LEAST_RULED * rules.length) {
    for (let i = 0; i < strokes.length; i++) strokes[i] |= ruleEnds[i];
    drawLines(rules, strokes, width, height);
    return rules.fill(0);
  }
  for (let i = 0; i < rules.length; i++) rules[i] |= ruleEnds[i];
  const closed = rules.slice();
  for (let y = 0; y < height; y++) closeGaps(rules, strokes, y * width, 1, width, closed);
  for (let x = 0; x < width; x++) closeGaps(rules, strokes, x, width, height, closed);
  return closed;
}

/** Fewer cells together are a crumb, and no line. */
const LEAST_LINE = 40;

/** Takes lines of the mask for strokes. */
function drawLines(mask: Uint8Array, strokes: Uint8Array, width: number, height: number): void {
  for (const { left, right, top, bottom, pixels } of connectedParts(mask, width, height, {
    joinsCorners: true,
  })) {
    if (pixels < LEAST_LINE) continue;
    for (let y = top; y <= bottom; y++) {
      for (let i = y * width + left; i <= y * width + right; i++) if (mask[i] === 1) strokes[i] = 1;
    }
  }
}

function closeGaps(
  rules: Uint8Array,
  strokes: Uint8Array,
  from: number,
  step: number,
  length: number,
  out: Uint8Array,
): void {
  // Where the last piece of a line along this way ended; crossing lines are too short to be one.
  let last = -1;
  for (let k = 0; k < length; k++) {
    if (rules[from + k * step] === 0) continue;
    const start = k;
    while (k < length && rules[from + k * step] === 1) k++;
    if (k - start < LEAST_PIECE) continue;
    if (last >= 0 && start - last <= LONGEST_GAP) {
      for (let j = last; j < start; j++) if (strokes[from + j * step] === 0) out[from + j * step] = 1;
    }
    last = k;
  }
}

/**
 * A stroke may be the back showing through when it is fainter than this share of the page's own strokes near it, and the
 * net finds it as likely unwanted as the second; the fainter it is, the less likely that need be, down to the third.
 */
const OF_STROKES = 0.45;
const MAYBE_BACK = [logitByte(0.2), logitByte(0.05)] as const;
/** "Near" is in tiles of so many cells, and in those next to them. */
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

/** How dark the strokes are that the net is sure of, near a cell; 0 where there are none. */
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
  for (let k = 0; k < levels.length; k++) {
    const of = counts.subarray(k * 256, (k + 1) * 256);
    const total = of.reduce((a, b) => a + b, 0);
    levels[k] = total >= FEW_SURE ? binAtShare(of, total, USUAL) : 0;
  }
  return (i) => {
    const [column, row] = [Math.floor((i % width) / NEAR), Math.floor(i / width / NEAR)];
    let most = 0;
    for (let r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++) {
      for (let c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) {
        most = Math.max(most, levels[r * columns + c]);
      }
    }
    return most;
  };
}

interface StrokeCells {
  /** 1 where a stroke is, else 0 */
  readonly strokes: Uint8Array;
  /** 1 where it is one that may be the back's, much fainter than the page's own: it is shown, but not lifted */
  readonly doubted: Uint8Array;
  /** 1 where a rule ends near the page's edge, which looks like a short stroke */
  readonly ruleEnds: Uint8Array;
}

function strokeCells(map: InkMap, seen: InkLikelihood, darkest: Uint8Array, shift: number): StrokeCells {
  const noise = median(map.noise.data) * (seen.step === 1 ? SHARPER : 1);
  const warmth = warmthOf(map, seen);
  const { ink, unwanted, width, height } = seen;
  const low = Math.round(INK_LOW + shift * LOGIT_SCALE);
  const high = Math.round(INK_HIGH + shift * LOGIT_SCALE);
  const { count, starts, ends, roots, sizes, sure } = strokeRuns(
    ink,
    width,
    height,
    (y, out) => y === 0 && out.fill(low),
    (y, out) => y === 0 && out.fill(high),
  );
  const isStroke = (run: number) => sure[roots[run]] === 1 && sizes[roots[run]] >= LEAST_CELLS;
  const usual = usualNear(seen, darkest);
  const darkness = new Float32Array(count);
  const backs = new Float32Array(count);
  const warm = new Float32Array(count);
  const ruled = new Float32Array(count);
  for (let run = 0; run < count; run++) {
    if (!isStroke(run)) continue;
    const root = roots[run];
    for (let i = starts[run]; i < ends[run]; i++) {
      darkness[root] += darkest[i];
      backs[root] += unwanted[i];
      ruled[root] += seen.rules[i];
    }
  }
  const faintOf = (root: number) => OF_STROKES * usual(starts[root]);
  const isBack = (root: number) => {
    const dark = darkness[root] / sizes[root];
    const faint = faintOf(root);
    if (dark >= faint || Math.abs(warm[root]) > COLOURED * sizes[root]) return false;
    return backs[root] / sizes[root] > MAYBE_BACK[1] + ((MAYBE_BACK[0] - MAYBE_BACK[1]) * dark) / faint;
  };
  for (let run = 0; run < count; run++) {
    const root = roots[run];
    // Only what may be the back's need be looked at.
    if (!isStroke(run) || darkness[root] >= faintOf(root) * sizes[root]) continue;
    for (let i = starts[run]; i < ends[run]; i++) warm[root] += warmth(i);
  }
  const strokes = new Uint8Array(width * height);
  const doubted = new Uint8Array(width * height);
  const ruleEnds = new Uint8Array(width * height);
  const isRuleEnd = (root: number) =>
    sizes[root] < END_CELLS && ruled[root] > MAYBE_END * sizes[root] && isNearEdge(seen, starts[root]);
  for (let run = 0; run < count; run++) {
    if (!isStroke(run)) continue;
    const root = roots[run];
    const least = sizes[root] < LITTLE ? OF_NOISE.dot : OF_NOISE.stroke;
    if (darkness[root] < least * noise * sizes[root]) continue;
    const cells = isRuleEnd(root) ? ruleEnds : isBack(root) ? doubted : strokes;
    cells.fill(1, starts[run], ends[run]);
  }
  return { strokes, doubted, ruleEnds };
}

function darkestOfCells(map: InkMap, step: 1 | 2, columns: number, rows: number): Uint8Array {
  const { width, height, smooth } = map;
  if (step === 1) return smooth.slice();
  const result = new Uint8Array(columns * rows);
  const quick = kernels();
  if (!quick) {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const i = (y >> 1) * columns + (x >> 1);
        if (smooth[y * width + x] > result[i]) result[i] = smooth[y * width + x];
      }
    }
    return result;
  }
  const [above, below, out] = quick.room(width + 1, width + 1, columns);
  for (let row = 0; row < rows; row++) {
    const y = row * 2;
    const next = Math.min(height - 1, y + 1);
    quick.bytes(above, width + 1).set(smooth.subarray(y * width, (y + 1) * width));
    quick.bytes(below, width + 1).set(smooth.subarray(next * width, (next + 1) * width));
    // A last lone column has nothing beside it.
    quick.bytes(above, width + 1)[width] = 0;
    quick.bytes(below, width + 1)[width] = 0;
    quick.peakRow(above, below, columns, out);
    result.set(quick.bytes(out, columns), row * columns);
  }
  return result;
}
