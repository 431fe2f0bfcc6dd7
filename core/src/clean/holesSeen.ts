import { connectedParts, type ConnectedPart } from '../raster/connectedParts';
import { atLeast } from '../raster/atLeast';
import { logitByte, type InkLikelihood } from './inkLikelihood';

/** Holes are looked for in strips along the edges this wide, as a share of the page's shorter side. */
const STRIP = 0.13;
/** The least and the largest diameter of a hole with its ring and shade; the same measure (3.5 to 15 mm on A4). */
const LEAST = 0.0165;
const MOST = 0.072;
/** A disc fills 0.785 of the square round it; what the net sees of it a little more or less. */
const FILLED = 0.55;
/**
 * One alone must be a disc indeed, no smaller and no larger than these (4.5 to 12 mm on A4, with ring and shade), and hardly like ink on
 * the mean. On 38 drawn pages nothing but holes came near it; letters of a back fill less of the square round them.
 */
const LONE = { filled: 0.74, askew: 0.12, least: 0.0215, most: 0.057, ink: logitByte(0.3) } as const;
const SURELY = logitByte(0.5);
/** How far from a line two holes may lie, the same measure, and how different in size. */
const ASKEW = 0.014;
const ALIKE = 0.35;
/** Cells around that go with a hole: its soft edge. */
const RIM = 5;

/**
 * Cells of punched holes as the net sees them, whatever shows through them: 1, else 0. One alone may be a blot, or a
 * letter of the back: there must be two alike in a line along an edge, or it is a disc indeed.
 */
export function holesSeen(seen: InkLikelihood): Uint8Array {
  const { unwanted, width, height } = seen;
  const result = new Uint8Array(width * height);
  const short = Math.min(width, height);
  const strip = STRIP * short;
  const mask = atLeast(unwanted, SURELY);
  for (let y = Math.ceil(strip); y < height - strip; y++) {
    const row = y * width;
    mask.fill(0, row + Math.ceil(strip), row + Math.ceil(width - strip));
  }
  const round = connectedParts(mask, width, height).filter((part) => isRound(part, short));
  for (const part of round) {
    const hasLike = round.some((other) => other !== part && isLike(part, other, short));
    if (!hasLike && !isDisc(part, seen, mask)) continue;
    const { x, y, size } = placeOf(part);
    const radius = size / 2 + RIM;
    for (let row = Math.max(0, Math.floor(y - radius)); row <= Math.min(height - 1, y + radius); row++) {
      const half = Math.sqrt(Math.max(0, radius * radius - (row + 0.5 - y) ** 2));
      result.fill(
        1,
        row * width + Math.max(0, Math.round(x - half)),
        row * width + Math.min(width, Math.round(x + half)),
      );
    }
  }
  return result;
}

const placeOf = ({ left, right, top, bottom }: ConnectedPart) => ({
  x: (left + right + 1) / 2,
  y: (top + bottom + 1) / 2,
  size: (right - left + bottom - top + 2) / 2,
});

function isRound({ left, right, top, bottom, pixels }: ConnectedPart, short: number): boolean {
  const [across, down] = [right - left + 1, bottom - top + 1];
  const size = (across + down) / 2;
  return (
    size >= LEAST * short &&
    size <= MOST * short &&
    Math.abs(across - down) <= 0.25 * Math.max(across, down) + 1 &&
    pixels > FILLED * across * down
  );
}

/** Whether a hole may stand alone: see LONE. */
function isDisc(part: ConnectedPart, { ink, width, height }: InkLikelihood, mask: Uint8Array): boolean {
  const { left, right, top, bottom, pixels } = part;
  const [across, down] = [right - left + 1, bottom - top + 1];
  const size = placeOf(part).size / Math.min(width, height);
  if (size < LONE.least || size > LONE.most || pixels < LONE.filled * across * down) return false;
  if (Math.abs(across - down) > LONE.askew * Math.max(across, down)) return false;
  let [sum, count] = [0, 0];
  for (let y = top; y <= bottom; y++) {
    for (let i = y * width + left; i <= y * width + right; i++) {
      if (mask[i] === 0) continue;
      sum += ink[i];
      count++;
    }
  }
  return sum < LONE.ink * count;
}

function isLike(a: ConnectedPart, b: ConnectedPart, short: number): boolean {
  const [one, two] = [placeOf(a), placeOf(b)];
  const aligned = Math.min(Math.abs(one.x - two.x), Math.abs(one.y - two.y));
  return aligned < ASKEW * short && Math.abs(one.size - two.size) < ALIKE * Math.max(one.size, two.size);
}
