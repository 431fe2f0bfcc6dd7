import { kernels, type Kernels } from '../kernels/kernels';
import { createArithmeticCoder, packedTable, type ArithmeticCoder } from './arithmeticCoder';

/** One byte a pixel, 0 or 1 (black), rows from the top. */
export interface OneBit {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** A pixel's context is the sixteen before it: four of its row, seven and five of the two rows above (template 0). */
const CONTEXTS = 1 << 16;
/** In this context a row says whether it is like the one above. */
const LIKE_ABOVE = 0x9b25;

/**
 * A one-bit picture as JBIG2 (ITU-T T.88), as a PDF's JBIG2Decode wants it: a page and one lossless generic region,
 * template 0 with its usual adaptive pixels and typical prediction (rows like the one above cost next to nothing).
 */
export function codeOneBit(picture: OneBit): Uint8Array<ArrayBuffer> {
  const quick = kernels();
  return segments(picture.width, picture.height, quick ? codeQuickly(quick, picture) : codePlainly(picture));
}

/** The reference for the kernel: the same code. */
export function codePlainly({ width, height, data }: OneBit): Uint8Array<ArrayBuffer> {
  const coder = createArithmeticCoder(CONTEXTS);
  let above2 = new Uint8Array(width + ROOM);
  let above = new Uint8Array(width + ROOM);
  let row = new Uint8Array(width + ROOM);
  let wasLike = 0;
  for (let y = 0; y < height; y++) {
    row.set(data.subarray(y * width, (y + 1) * width), BEFORE);
    const isLike = isSame(row, above) ? 1 : 0;
    coder.encode(LIKE_ABOVE, isLike ^ wasLike);
    wasLike = isLike;
    if (isLike === 0) codeRow(coder, above2, above, row, width);
    [above2, above, row] = [above, row, above2];
  }
  return coder.finish();
}

export function codeQuickly(quick: Kernels, { width, height, data }: OneBit): Uint8Array<ArrayBuffer> {
  const stride = Math.ceil((width + ROOM) / 16) * 16;
  const [pixels, states, table, out] = quick.room(
    stride * (height + 2),
    CONTEXTS,
    4 * TABLE_ROOM,
    // Pixels at random cost a bit each, and little more.
    Math.ceil((width * height) / 6) + 1024,
  );
  const padded = quick.bytes(pixels, stride * (height + 2)).fill(0);
  for (let y = 0; y < height; y++) {
    padded.set(data.subarray(y * width, (y + 1) * width), (y + 2) * stride + BEFORE);
  }
  quick.bytes(states, CONTEXTS).fill(0);
  const rows = packedTable();
  quick.words(table, rows.length).set(rows);
  const length = quick.codeOneBit(pixels, stride, width, height, states, table, out);
  return quick.bytes(out, length).slice();
}

/** More than the coder's table has states. */
const TABLE_ROOM = 128;

/** Rows have white pixels before and after them, so that contexts need not look where a row ends. */
const BEFORE = 4;
const ROOM = BEFORE + 4;

function isSame(row: Uint8Array, above: Uint8Array): boolean {
  for (let x = 0; x < row.length; x++) if (row[x] !== above[x]) return false;
  return true;
}

/** The three rows' pixels move through shift registers, the newest lowest: T.88, figure 3. */
function codeRow(
  coder: ArithmeticCoder,
  above2: Uint8Array,
  above: Uint8Array,
  row: Uint8Array,
  width: number,
): void {
  let far = (above2[BEFORE] << 1) | above2[BEFORE + 1];
  let near = (above[BEFORE] << 2) | (above[BEFORE + 1] << 1) | above[BEFORE + 2];
  let before = 0;
  for (let at = BEFORE, end = BEFORE + width; at < end; at++) {
    far = ((far << 1) | above2[at + 2]) & 0x1f;
    near = ((near << 1) | above[at + 3]) & 0x7f;
    const bit = row[at];
    coder.encode((far << 11) | (near << 4) | before, bit);
    before = ((before << 1) | bit) & 0xf;
  }
}

const PAGE_INFORMATION = 48;
const LOSSLESS_GENERIC_REGION = 39;
/** Typical prediction, template 0. */
const REGION_FLAGS = 0x08;
/** Where the four adaptive pixels are usually: x and y from the pixel that is coded. */
const ADAPTIVE = [3, -1, -3, -1, 2, -2, -2, -2] as const;

function segments(width: number, height: number, code: Uint8Array): Uint8Array<ArrayBuffer> {
  const page = [...uint32(width), ...uint32(height), ...uint32(0), ...uint32(0), 1, 0, 0];
  const region = [...uint32(width), ...uint32(height), ...uint32(0), ...uint32(0), 0];
  const head = [...region, REGION_FLAGS, ...ADAPTIVE.map((value) => value & 0xff)];
  const before = [
    ...segmentHeader(0, PAGE_INFORMATION, page.length),
    ...page,
    ...segmentHeader(1, LOSSLESS_GENERIC_REGION, head.length + code.length),
    ...head,
  ];
  const all = new Uint8Array(before.length + code.length);
  all.set(before);
  all.set(code, before.length);
  return all;
}

/** Of page 1, referring to no other segment. */
function segmentHeader(number: number, type: number, length: number): number[] {
  return [...uint32(number), type, 0, 1, ...uint32(length)];
}

function uint32(value: number): number[] {
  return [value >>> 24, (value >>> 16) & 0xff, (value >>> 8) & 0xff, value & 0xff];
}
