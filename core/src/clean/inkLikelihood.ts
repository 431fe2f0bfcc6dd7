/** What the net tells apart; each for itself, as a stroke may lie on a rule. */
export const INK_CLASSES = ['ink', 'rules', 'tones', 'unwanted'] as const;
export type InkClass = (typeof INK_CLASSES)[number];

/**
 * How likely each cell of a page is of each class, as logits: 128 is even odds, LOGIT_SCALE a unit.
 * *ink* is written, drawn or printed to be read; *rules* are the stationer's lines, squares and dots; *tones* are areas
 * that are neither: highlighter, a printed picture; *unwanted* is what shows through from the back, holes, desk, stains.
 */
export interface InkLikelihood extends Readonly<Record<InkClass, Uint8Array>> {
  /** page pixels a cell, each way: 2 on a page of 200 dots an inch, 1 on small pictures, whose strokes are as thin */
  readonly step: 1 | 2;
  /** cells: the page's size over the step, rounded up */
  readonly width: number;
  readonly height: number;
  /** on dotted paper, whose dots are known @default false */
  readonly isDotted?: boolean;
}

/** Bytes a unit of a logit. */
export const LOGIT_SCALE = 16;
/** The byte of a likelihood, 0 to 1. */
export const logitByte = (likelihood: number): number =>
  Math.round(Math.min(255, Math.max(0, 128 + LOGIT_SCALE * Math.log(likelihood / (1 - likelihood)))));

/** From these odds on a cell is taken for a tone. */
export const TONE_FROM = logitByte(0.45);
