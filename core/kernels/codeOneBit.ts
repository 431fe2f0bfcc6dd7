/** In this context a row says whether it is like the one above: T.88, 6.2.5.7, template 0. */
const LIKE_ABOVE: u32 = 0x9b25;

// The arithmetic coder's registers (T.88, annex E); one picture is coded at a time.
let interval: u32 = 0;
let code: u32 = 0;
let shifts: i32 = 0;
/** where the byte that is being made lies; before the first there is none */
let at: usize = 0;
let first: usize = 0;
let states: usize = 0;
let table: usize = 0;

function push(value: u32): void {
  at++;
  store<u8>(at, <u8>value);
}

function byteOut(): void {
  if (at >= first && load<u8>(at) != 0xff && code >= 0x8000000) {
    store<u8>(at, load<u8>(at) + 1);
    code &= 0x7ffffff;
  }
  if (at >= first && load<u8>(at) == 0xff) {
    push(code >> 20);
    code &= 0xfffff;
    shifts = 7;
  } else {
    push(code >> 19);
    code &= 0x7ffff;
    shifts = 8;
  }
}

function renormalise(): void {
  do {
    interval <<= 1;
    code <<= 1;
    if (--shifts == 0) byteOut();
  } while ((interval & 0x8000) == 0);
}

function encode(context: u32, bit: u32): void {
  const state: u32 = load<u8>(states + context);
  const row = load<u32>(table + (state << 2));
  const rare = row >> 16;
  interval -= rare;
  if ((state & 1) == bit) {
    if ((interval & 0x8000) != 0) {
      code += rare;
      return;
    }
    if (interval < rare) interval = rare;
    else code += rare;
    store<u8>(states + context, <u8>(row >> 8));
  } else {
    if (interval < rare) code += rare;
    else interval = rare;
    store<u8>(states + context, <u8>row);
  }
  renormalise();
}

function isSame(a: usize, b: usize, count: i32): bool {
  for (let x = 0; x < count; x += 16) {
    if (v128.any_true(v128.xor(v128.load(a + x), v128.load(b + x)))) return false;
  }
  return true;
}

/**
 * A one-bit picture through the arithmetic coder, each pixel in the context of sixteen before it.
 *
 * @param pixels a byte a pixel, 0 or 1; four white ones before each row, white ones up to `stride` after it, and two white
 *   rows before the first; `stride` is a multiple of 16
 * @param knowledge 65536 bytes, all 0
 * @param rows of the coder's table, 4 bytes a state: share of the rarer symbol << 16, state after the usual one << 8, after the rare
 * @param out where the code is written
 * @returns its bytes
 */
export function codeOneBit(
  pixels: usize,
  stride: i32,
  width: i32,
  height: i32,
  knowledge: usize,
  rows: usize,
  out: usize,
): i32 {
  interval = 0x8000;
  code = 0;
  shifts = 12;
  first = out;
  at = out - 1;
  states = knowledge;
  table = rows;
  let wasLike: u32 = 0;
  let line = pixels + 2 * stride;
  for (let y = 0; y < height; y++, line += stride) {
    const above = line - stride + 4;
    const above2 = above - stride;
    const isLike: u32 = isSame(line, line - stride, stride) ? 1 : 0;
    encode(LIKE_ABOVE, isLike ^ wasLike);
    wasLike = isLike;
    if (isLike) continue;
    const row = line + 4;
    let far: u32 = ((<u32>load<u8>(above2)) << 1) | load<u8>(above2 + 1);
    let near: u32 = ((<u32>load<u8>(above)) << 2) | ((<u32>load<u8>(above + 1)) << 1) | load<u8>(above + 2);
    let before: u32 = 0;
    for (let x = 0; x < width; x++) {
      far = ((far << 1) | load<u8>(above2 + x + 2)) & 0x1f;
      near = ((near << 1) | load<u8>(above + x + 3)) & 0x7f;
      const bit: u32 = load<u8>(row + x);
      encode((far << 11) | (near << 4) | before, bit);
      before = ((before << 1) | bit) & 0xf;
    }
  }
  const most = code + interval;
  code |= 0xffff;
  if (code >= most) code -= 0x8000;
  code <<= shifts;
  byteOut();
  code <<= shifts;
  byteOut();
  if (load<u8>(at) != 0xff) push(0xff);
  push(0xac);
  return <i32>(at + 1 - first);
}
