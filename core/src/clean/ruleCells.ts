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
  const { width, height } = seen;
  const rules = new Uint8Array(width * height);
  let count = 0;
  for (let i = 0; i < rules.length; i++) {
    if (seen.rules[i] < RULE_FROM) continue;
    // Where both are likely, a stroke crosses the rule, or runs along it.
    if (strokes[i] === 1 && (seen.ink[i] >= SURELY_STROKE || seen.ink[i] >= seen.rules[i])) continue;
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
