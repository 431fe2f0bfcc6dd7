import { connectedParts } from '../raster/connectedParts';
import { forEachSet } from '../raster/forEachSet';
import { atLeast } from '../raster/atLeast';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import type { StrokeCells } from './strokeCells';

/** A rule's cells are at least as likely as the first; where a stroke is likelier than the second, it crosses the rule. */
const RULE_FROM = logitByte(0.4);
const SURELY_STROKE = logitByte(0.5);
/** Gaps in a rule of up to so many cells are closed, where no stroke lies on them. */
const LONGEST_GAP = 24;
/** Fewer cells in a row are no piece of a rule along that way. */
const LEAST_PIECE = 6;
/** Fewer cells than this share of the page are no ruling: somebody drew a line. */
const LEAST_RULED = 0.0025;

/** Cells of rules: 1, else 0. Where there is no ruling, lines and their ends become strokes: `strokes` is changed. */
export function ruleCells(seen: InkLikelihood, { strokes, ruleEnds }: StrokeCells): Uint8Array {
  const { width, height, ink, rules: likely } = seen;
  const rules = new Uint8Array(width * height);
  let count = 0;
  forEachSet(atLeast(likely, RULE_FROM), (i) => {
    // Where both are likely, a stroke crosses the rule, or runs along it.
    if (strokes[i] === 1 && (ink[i] >= SURELY_STROKE || ink[i] >= likely[i])) return;
    rules[i] = 1;
    count++;
  });
  if (seen.isDotted) {
    // A line on dotted paper was drawn by hand, or is a margin.
    drawLines(rules, strokes, width, height);
    forEachSet(strokes, (i) => (rules[i] = 0));
    forEachSet(ruleEnds, (i) => (rules[i] = 1));
    return rules;
  }
  if (count < LEAST_RULED * rules.length) {
    forEachSet(ruleEnds, (i) => (strokes[i] = 1));
    drawLines(rules, strokes, width, height);
    return rules.fill(0);
  }
  forEachSet(ruleEnds, (i) => (rules[i] = 1));
  return closeGaps(rules, strokes, width);
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

/**
 * Fills short gaps between pieces of rules along both ways.
 *
 * @returns the rules, whole
 */
function closeGaps(rules: Uint8Array, strokes: Uint8Array, width: number): Uint8Array {
  const closed = rules.slice();
  const across = new Pieces(rules.length / width);
  const upright = new Pieces(width);
  forEachSet(rules, (i) => {
    const x = i % width;
    const y = (i - x) / width;
    const gapAcross = across.gapBefore(y, x);
    if (gapAcross > 0) fillGap(strokes, i - LEAST_PIECE + 1, 1, gapAcross, closed);
    const gapUpright = upright.gapBefore(x, y);
    if (gapUpright > 0) fillGap(strokes, i - (LEAST_PIECE - 1) * width, width, gapUpright, closed);
  });
  return closed;
}

/** The pieces of rules along every line of cells of one way; crossing lines are too short along it to be one. */
class Pieces {
  /** by line: cells of the piece that runs there, the cell that it has come to, and the one behind the last piece */
  private readonly lengths: Uint16Array;
  private readonly last: Int32Array;
  private readonly ends: Int32Array;

  constructor(lines: number) {
    this.lengths = new Uint16Array(lines);
    this.last = new Int32Array(lines).fill(-2);
    this.ends = new Int32Array(lines).fill(-1);
  }

  /**
   * Takes the next cell of a line that is a rule's.
   *
   * @returns the cells between the piece before and this one, where it has just become one and the gap is short; else 0
   */
  gapBefore(line: number, at: number): number {
    const { lengths, last, ends } = this;
    lengths[line] = last[line] === at - 1 ? lengths[line] + 1 : 1;
    last[line] = at;
    if (lengths[line] < LEAST_PIECE) return 0;
    const end = ends[line];
    ends[line] = at + 1;
    const gap = at - LEAST_PIECE + 1 - end;
    return lengths[line] === LEAST_PIECE && end >= 0 && gap <= LONGEST_GAP ? gap : 0;
  }
}

/** Makes so many cells before a place, where no stroke lies, a rule's. */
function fillGap(strokes: Uint8Array, before: number, step: number, gap: number, out: Uint8Array): void {
  for (let k = 1, i = before - step; k <= gap; k++, i -= step) if (strokes[i] === 0) out[i] = 1;
}
