/** Millimetres. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A sheet's size in millimetres. */
export interface SheetSize extends Size {
  /** the paper it was taken for; null where only the proportion is known */
  readonly paper: PaperName | 'legal' | null;
}

/** Standard papers, upright, mm. */
export const PAPERS = {
  a4: { width: 210, height: 297 },
  letter: { width: 215.9, height: 279.4 },
} as const;

export type PaperName = keyof typeof PAPERS;

/** What a photo's proportion is held against. A5 and the B sizes have A4's proportion: a photo cannot tell them apart. */
const SHEETS = { ...PAPERS, legal: { width: 215.9, height: 355.6 } } as const;

/** A4 and Letter are 9 % apart; corners found well put the proportion within 2 or 3 %. */
const TOLERANCE = 0.04;

/**
 * The sheet that a proportion stands for: A4, Letter or legal (upright or lying) when within 4 %, otherwise a sheet
 * of that very proportion with A4's longer side.
 *
 * @param proportion height / width
 */
export function sheetSize(proportion: number): SheetSize {
  const tall = proportion >= 1 ? proportion : 1 / proportion;
  let best: keyof typeof SHEETS | null = null;
  let bestOff = TOLERANCE;
  for (const name of ['a4', 'letter', 'legal'] as const) {
    const off = Math.abs(tall / (SHEETS[name].height / SHEETS[name].width) - 1);
    if (off < bestOff) {
      best = name;
      bestOff = off;
    }
  }
  const long = best ? SHEETS[best].height : PAPERS.a4.height;
  const short = best ? SHEETS[best].width : long / tall;
  return proportion >= 1
    ? { width: short, height: long, paper: best }
    : { width: long, height: short, paper: best };
}
