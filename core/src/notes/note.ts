import type { Turn } from '../geometry/turn';

/**
 * What a person adds to a page, as vectors. Lengths are millimetres from the page's top left as it lay after the
 * quarter turn that it had when the note was made.
 */
interface Placed {
  readonly id: string;
  /** the page's quarter turn when the note was made */
  readonly turn: Turn;
  readonly x: number;
  readonly y: number;
}

export type NoteColour = 'ink' | 'blue' | 'red';

/** Words; x, y is the left end of the line that they stand on, `size` the height of the letters from line to line. */
export interface Label extends Placed {
  readonly kind: 'label';
  readonly text: string;
  readonly size: number;
  readonly colour: NoteColour;
}

/** Words that are filled in: whose the page is, when, which of how many. */
export interface Stamp extends Placed {
  readonly kind: 'stamp';
  readonly what: 'name' | 'date' | 'page';
  readonly size: number;
  readonly colour: NoteColour;
}

/** Points from x, y; the third number is the pen's pressure, 0 to 1. */
export interface Stroke extends Placed {
  readonly kind: 'stroke';
  readonly points: readonly (readonly [number, number, number])[];
  readonly width: number;
  readonly colour: NoteColour;
}

/** From x, y to x + dx, y + dy. */
export interface Arrow extends Placed {
  readonly kind: 'arrow';
  readonly dx: number;
  readonly dy: number;
  readonly width: number;
  readonly colour: NoteColour;
}

/** A rectangle in the paper's colour. What lies under it is taken out of the picture, not only hidden. */
export interface Cover extends Placed {
  readonly kind: 'cover';
  readonly width: number;
  readonly height: number;
}

export type Note = Label | Stamp | Stroke | Arrow | Cover;

/** sRGB, 0 to 1. */
export const NOTE_RGB: Readonly<Record<NoteColour, readonly [number, number, number]>> = {
  ink: [0.118, 0.165, 0.196],
  blue: [0.12, 0.26, 0.62],
  red: [0.784, 0.224, 0.122],
};
