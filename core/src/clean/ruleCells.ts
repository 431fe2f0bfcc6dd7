import { connectedParts } from '../raster/connectedParts';
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
  for (let i = 0; i < rules.length; i++) {
    if (likely[i] < RULE_FROM) continue;
    // Where both are likely, a stroke crosses the rule, or runs along it.
    if (strokes[i] === 1 && (ink[i] >= SURELY_STROKE || ink[i] >= likely[i])) continue;
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
  closeGapsAcross(rules, strokes, width, closed);
  closeGapsUpright(rules, strokes, width, closed);
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

function closeGapsAcross(rules: Uint8Array, strokes: Uint8Array, width: number, out: Uint8Array): void {
  for (let row = 0; row < rules.length; row += width) {
    const end = row + width;
    // Where the last piece of a line along this way ended; crossing lines are too short to be one.
    let last = -1;
    let start = rules.indexOf(1, row);
    while (start >= 0 && start < end) {
      let to = start;
      while (to < end && rules[to] === 1) to++;
      if (to - start >= LEAST_PIECE) {
        if (last >= 0 && start - last <= LONGEST_GAP) fillGap(strokes, last, start, 1, out);
        last = to;
      }
      start = rules.indexOf(1, to);
    }
  }
}

/** Row by row for all columns at once: down single columns, every byte would come from another part of memory. */
function closeGapsUpright(rules: Uint8Array, strokes: Uint8Array, width: number, out: Uint8Array): void {
  const height = rules.length / width;
  // By column: cells of the piece that runs here, and the row where the last piece ended.
  const piece = new Uint16Array(width);
  const last = new Int32Array(width).fill(-1);
  for (let y = 0, i = 0; y <= height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (y < height && rules[i] === 1) {
        piece[x]++;
        continue;
      }
      if (piece[x] >= LEAST_PIECE) {
        const start = y - piece[x];
        if (last[x] >= 0 && start - last[x] <= LONGEST_GAP)
          fillGap(strokes, last[x] * width + x, start * width + x, width, out);
        last[x] = y;
      }
      piece[x] = 0;
    }
  }
}

function fillGap(strokes: Uint8Array, from: number, to: number, step: number, out: Uint8Array): void {
  for (let i = from; i < to; i += step) if (strokes[i] === 0) out[i] = 1;
}
