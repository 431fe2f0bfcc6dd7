import type { HandName } from './fonts';
import type { SheetText } from './world';

export type PaperKind = 'lined' | 'squared' | 'plain' | 'worksheet';
export type InkKind = 'blue-pen' | 'black-pen' | 'pencil';
/** cut: straight edges; rounded: round corners; spiral: holes along the left; torn: a ragged left edge */
export type EdgeKind = 'cut' | 'rounded' | 'spiral' | 'torn';

/** Everything that decides what a made-up sheet looks like, lying flat in even light. */
export interface SheetPlan {
  readonly seed: number;
  /** mm, upright */
  readonly width: number;
  readonly height: number;
  readonly paper: PaperKind;
  /** CSS colour of the bare paper */
  readonly paperColour: string;
  readonly ink: InkKind;
  readonly hand: HandName;
  readonly text: SheetText;
  /** how this student writes @default as the hand has it */
  readonly manner?: Manner;
  readonly edge?: EdgeKind;
  /** width of a worksheet's printed frame, mm @default 0.5 */
  readonly frame?: number;
  /** red and green pen, highlighter and coloured pencil among the writing */
  readonly isColourful?: boolean;
  /** a corner folded in: which (clockwise from the top left), and how far, mm */
  readonly fold?: { readonly corner: number; readonly reach: number };
}

/** What is a student's own in a hand. */
export interface Manner {
  /** letters this much larger than the hand's usual size */
  readonly size: number;
  /** how far the top of a letter leans to the right, as a share of its height */
  readonly slant: number;
  /** letters this much further apart than usual */
  readonly spread: number;
  /** mm from line to line where the paper has no rules */
  readonly spacing: number;
}

/** CSS colour and opacity of an ink, and how wide its stroke adds to the letter, mm. */
export const INKS: Record<InkKind, { colour: string; opacity: number; stroke: number }> = {
  'blue-pen': { colour: '#24388f', opacity: 0.93, stroke: 0.16 },
  'black-pen': { colour: '#1d1e22', opacity: 0.95, stroke: 0.18 },
  pencil: { colour: '#5d5d62', opacity: 0.72, stroke: 0.12 },
};
