import type { OneBit } from '../src/pdf/codeOneBit';
import { packedTable } from '../src/pdf/arithmeticCoder';

/**
 * Reads what `codeOneBit` writes, the slow and plain way: JBIG2's generic region with template 0 (ITU-T T.88, 6.2) and the
 * arithmetic decoder (annex E.3). Knows no other segments.
 */
export function decodeOneBit(bytes: Uint8Array): OneBit {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  // Page information: a header of 11 bytes, then its 19.
  const region = 11 + 19 + 11;
  const [width, height] = [view.getUint32(region), view.getUint32(region + 4)];
  const decode = arithmeticDecoder(bytes.subarray(region + 17 + 1 + 8));
  const data = new Uint8Array(width * height);
  const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width ? 0 : data[y * width + x]);
  let isLike = 0;
  for (let y = 0; y < height; y++) {
    isLike ^= decode(0x9b25);
    for (let x = 0; x < width; x++) {
      if (isLike === 1) {
        data[y * width + x] = at(x, y - 1);
        continue;
      }
      let context = 0;
      for (let dx = -2; dx <= 2; dx++) context = (context << 1) | at(x + dx, y - 2);
      for (let dx = -3; dx <= 3; dx++) context = (context << 1) | at(x + dx, y - 1);
      for (let dx = -4; dx <= -1; dx++) context = (context << 1) | at(x + dx, y);
      data[y * width + x] = decode(context);
    }
  }
  return { width, height, data };
}

function arithmeticDecoder(code: Uint8Array): (context: number) => number {
  const table = packedTable();
  const states = new Uint8Array(1 << 16);
  let at = 0;
  let register = (code[0] ?? 0xff) * 0x10000;
  let shifts = 0;
  let interval = 0x8000;
  const byteIn = () => {
    const here = code[at] ?? 0xff;
    const next = code[at + 1] ?? 0xff;
    if (here === 0xff && next > 0x8f) {
      register += 0xff00;
      shifts = 8;
      return;
    }
    at++;
    register += here === 0xff ? next * 0x200 : next * 0x100;
    shifts = here === 0xff ? 7 : 8;
  };
  byteIn();
  register *= 128;
  shifts -= 7;
  return (context) => {
    const state = states[context];
    const row = table[state];
    const rare = row >>> 16;
    interval -= rare;
    const high = Math.floor(register / 0x10000);
    const isLower = high < rare;
    // The smaller part is the rarer symbol's, whichever lies lower.
    const isRare = isLower ? interval >= rare : interval < rare;
    if (!isLower) register -= rare * 0x10000;
    if (!isLower && (interval & 0x8000) !== 0) return state & 1;
    if (isLower) interval = rare;
    states[context] = isRare ? row & 0xff : (row >>> 8) & 0xff;
    do {
      if (shifts === 0) byteIn();
      interval *= 2;
      register = (register * 2) % 0x100000000;
      shifts--;
    } while (interval < 0x8000);
    return isRare ? 1 - (state & 1) : state & 1;
  };
}
