/** What a person may set about a look; each from -1 to 1, 0 as Ravlo finds it best. */
export interface Tuning {
  /** strokes lighter or darker */
  readonly ink: number;
  /** more of the paper's own grain and tone left, or less */
  readonly paper: number;
}

export const AS_FOUND: Tuning = { ink: 0, paper: 0 };

/** How a darkness map becomes the darkness that is shown. */
export interface Tone {
  /** strokes of usual darkness here come out as dark as this, 0 to 255 */
  readonly wanted: number;
  /** by no less and no more than these factors */
  readonly least: number;
  readonly most: number;
}

/** The factor by which darkness grows where strokes are `contrast` dark. */
export function toneGain({ wanted, least, most }: Tone, contrast: number, { ink }: Tuning): number {
  const gain = Math.min(most, Math.max(least, wanted / Math.max(1, contrast)));
  return gain * 2 ** (ink * 0.8);
}
