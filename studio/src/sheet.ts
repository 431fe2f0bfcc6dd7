import type { HandName } from './fonts';
import type { SheetText } from './world';

export type PaperKind =
  'lined' | 'squared' | 'dotted' | 'plain' | 'worksheet' | 'columns' | 'table' | 'puzzle';
/** Papers that come printed, with things to read: what is written by hand is little. */
export const PRINTED_PAPERS: readonly PaperKind[] = ['worksheet', 'columns', 'table', 'puzzle'];
export type InkKind = 'blue-pen' | 'black-pen' | 'pencil' | 'ballpoint' | 'felt-pen';
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
  /** how the stationer ruled it @default as school paper is */
  readonly ruling?: Ruling;
  /** how hard the pencil is, and how the paper takes it */
  readonly graphite?: Graphite;
  /** what is written on the back and shows through, and how much darker the paper is there, 0 to 1 */
  readonly back?: { readonly plan: SheetPlan; readonly strength: number };
  readonly holes?: HolesPlan;
  /** places where something was rubbed out, or covered with white fluid, mm */
  readonly patches?: readonly PatchPlan[];
  /** strays of the paper's own lightness, grey levels: recycled paper has more @default 0 */
  readonly fibre?: number;
  /** red and green pen, highlighter and coloured pencil among the writing */
  readonly isColourful?: boolean;
  /** a corner folded in: which (clockwise from the top left), and how far, mm */
  readonly fold?: { readonly corner: number; readonly reach: number };
}

/** Printed rules, squares or dots. */
export interface Ruling {
  /** mm from line to line */
  readonly spacing: number;
  /** mm, of a line or across a dot */
  readonly width: number;
  readonly colour: string;
  /** x of upright margin lines, mm, and their colour */
  readonly margins: readonly number[];
  readonly marginColour: string;
}

/** A pencil's stroke on paper. */
export interface Graphite {
  /** how dark its stroke is where it sticks wholly, 0 to 1 */
  readonly opacity: number;
  /** the least share of it that sticks where the paper's grain lets it off, 0 to 1 */
  readonly least: number;
}

/** Holes punched in a row. */
export interface HolesPlan {
  readonly side: 'left' | 'top';
  /** mm from the middle of the side, along it */
  readonly along: readonly number[];
  /** mm from the side */
  readonly inset: number;
  readonly diameter: number;
  /** a strengthening ring round each */
  readonly isRinged: boolean;
}

export interface PatchPlan {
  readonly kind: 'rubbed' | 'fluid';
  readonly at: readonly [number, number];
  readonly size: readonly [number, number];
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
  /** how far each place of a letter strays, as a share of its size @default 0 */
  readonly wobble?: number;
}

/** CSS colour and opacity of an ink, and how wide its stroke adds to the letter, mm. */
export const INKS: Record<InkKind, { colour: string; opacity: number; stroke: number }> = {
  'blue-pen': { colour: '#24388f', opacity: 0.93, stroke: 0.16 },
  'black-pen': { colour: '#1d1e22', opacity: 0.95, stroke: 0.18 },
  pencil: { colour: '#5d5d62', opacity: 0.72, stroke: 0.12 },
  ballpoint: { colour: '#2b3f96', opacity: 0.85, stroke: 0.08 },
  'felt-pen': { colour: '#232a4d', opacity: 0.97, stroke: 0.34 },
};
