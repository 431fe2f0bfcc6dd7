/** A row of the coder's table: share of the rarer symbol, the next rows after a rare and after a usual one, whether they swap. */
type TableRow = readonly [rareShare: number, afterUsual: number, afterRare: number, swaps: 0 | 1];

/** ITU-T T.88, table E.1. */
const TABLE: readonly TableRow[] = [
  [0x5601, 1, 1, 1],
  [0x3401, 2, 6, 0],
  [0x1801, 3, 9, 0],
  [0x0ac1, 4, 12, 0],
  [0x0521, 5, 29, 0],
  [0x0221, 38, 33, 0],
  [0x5601, 7, 6, 1],
  [0x5401, 8, 14, 0],
  [0x4801, 9, 14, 0],
  [0x3801, 10, 14, 0],
  [0x3001, 11, 17, 0],
  [0x2401, 12, 18, 0],
  [0x1c01, 13, 20, 0],
  [0x1601, 29, 21, 0],
  [0x5601, 15, 14, 1],
  [0x5401, 16, 14, 0],
  [0x5101, 17, 15, 0],
  [0x4801, 18, 16, 0],
  [0x3801, 19, 17, 0],
  [0x3401, 20, 18, 0],
  [0x3001, 21, 19, 0],
  [0x2801, 22, 19, 0],
  [0x2401, 23, 20, 0],
  [0x2201, 24, 21, 0],
  [0x1c01, 25, 22, 0],
  [0x1801, 26, 23, 0],
  [0x1601, 27, 24, 0],
  [0x1401, 28, 25, 0],
  [0x1201, 29, 26, 0],
  [0x1101, 30, 27, 0],
  [0x0ac1, 31, 28, 0],
  [0x09c1, 32, 29, 0],
  [0x08a1, 33, 30, 0],
  [0x0521, 34, 31, 0],
  [0x0441, 35, 32, 0],
  [0x02a1, 36, 33, 0],
  [0x0221, 37, 34, 0],
  [0x0141, 38, 35, 0],
  [0x0111, 39, 36, 0],
  [0x0085, 40, 37, 0],
  [0x0049, 41, 38, 0],
  [0x0025, 42, 39, 0],
  [0x0015, 43, 40, 0],
  [0x0009, 44, 41, 0],
  [0x0005, 45, 42, 0],
  [0x0001, 45, 43, 0],
  [0x5601, 46, 46, 0],
];

/**
 * What a context knows is one number: twice the row of the table, plus the usual symbol. These say what follows from it:
 * the share of the rarer symbol, and the state after the usual and after the rare one.
 */
const RARE_SHARE = new Uint16Array(2 * TABLE.length);
const AFTER_USUAL = new Uint8Array(2 * TABLE.length);
const AFTER_RARE = new Uint8Array(2 * TABLE.length);
TABLE.forEach(([rareShare, afterUsual, afterRare, swaps], row) => {
  for (const usual of [0, 1]) {
    const state = 2 * row + usual;
    RARE_SHARE[state] = rareShare;
    AFTER_USUAL[state] = 2 * afterUsual + usual;
    AFTER_RARE[state] = 2 * afterRare + (usual ^ swaps);
  }
});

/** All of it for the kernel, a state an entry: share of the rarer symbol << 16, state after the usual one << 8, after the rare. */
export const packedTable = (): Uint32Array =>
  Uint32Array.from(
    RARE_SHARE,
    (share, state) => (share << 16) | (AFTER_USUAL[state] << 8) | AFTER_RARE[state],
  );

/** Codes bits one after the other, each by how likely it is in its context. */
export interface ArithmeticCoder {
  /** @param context below the number that the coder was made for */
  readonly encode: (context: number, bit: number) => void;
  /** Ends the code. @returns all of it */
  readonly finish: () => Uint8Array<ArrayBuffer>;
}

/**
 * The adaptive binary arithmetic coder of JBIG2 and JPEG 2000 (the MQ coder: ITU-T T.88, annex E; the encoder's side as in
 * ITU-T T.800, annex C.2).
 *
 * @param contexts how many contexts there are; each learns for itself, from 0
 */
export function createArithmeticCoder(contexts: number): ArithmeticCoder {
  const states = new Uint8Array(contexts);
  let bytes = new Uint8Array(4096);
  /** the byte being made is bytes[at]; before the first there is none */
  let at = -1;
  let interval = 0x8000;
  let code = 0;
  let shifts = 12;

  function push(value: number): void {
    at++;
    if (at >= bytes.length) {
      const longer = new Uint8Array(bytes.length * 2);
      longer.set(bytes);
      bytes = longer;
    }
    bytes[at] = value;
  }

  /** After a byte of 255 only seven bits follow, so that a carry never runs further back. */
  function byteOut(): void {
    if (at >= 0 && bytes[at] !== 0xff && code >= 0x8000000) {
      bytes[at]++;
      code &= 0x7ffffff;
    }
    if (at >= 0 && bytes[at] === 0xff) {
      push(code >>> 20);
      code &= 0xfffff;
      shifts = 7;
    } else {
      push(code >>> 19);
      code &= 0x7ffff;
      shifts = 8;
    }
  }

  function renormalise(): void {
    do {
      interval <<= 1;
      code <<= 1;
      if (--shifts === 0) byteOut();
    } while ((interval & 0x8000) === 0);
  }

  return {
    encode(context, bit) {
      const state = states[context];
      const rare = RARE_SHARE[state];
      interval -= rare;
      if ((state & 1) === bit) {
        if ((interval & 0x8000) !== 0) {
          code += rare;
          return;
        }
        // The rarer symbol always has the smaller part.
        if (interval < rare) interval = rare;
        else code += rare;
        states[context] = AFTER_USUAL[state];
      } else {
        if (interval < rare) code += rare;
        else interval = rare;
        states[context] = AFTER_RARE[state];
      }
      renormalise();
    },
    finish() {
      const most = code + interval;
      code |= 0xffff;
      if (code >= most) code -= 0x8000;
      code <<= shifts;
      byteOut();
      code <<= shifts;
      byteOut();
      if (bytes[at] !== 0xff) push(0xff);
      push(0xac);
      return bytes.slice(0, at + 1);
    },
  };
}
