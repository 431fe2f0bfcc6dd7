import type { Note, NoteColour, Turn } from '@ravlo/contract';
import type { NoteMode } from './useNotes';

/** A stroke's and an arrow's thickness to begin with, mm. */
const STROKE_WIDTH = 0.8;
const ARROW_WIDTH = 0.9;
/** What is dragged less far is a slip, mm. */
const LEAST_DRAG = 3;
/** A cover's least side, mm. */
const LEAST_COVER = 1;
/** Points nearer than this add nothing, mm. */
const LEAST_STEP = 0.25;

/** Where a finger or a pen has been since it was put down: mm on the page, pressure 0 to 1. */
export interface Drawing {
  readonly x: number;
  readonly y: number;
  /** from where it was put down */
  readonly points: readonly (readonly [dx: number, dy: number, pressure: number])[];
}

export const beginDrawing = (x: number, y: number, pressure: number): Drawing => ({
  x,
  y,
  points: [[0, 0, pressure]],
});

/** The drawing gone on to a place; itself where that is hardly farther. */
export function continueDrawing(drawing: Drawing, x: number, y: number, pressure: number): Drawing {
  const [dx, dy] = [x - drawing.x, y - drawing.y];
  const [lastX, lastY] = drawing.points[drawing.points.length - 1];
  if (Math.hypot(dx - lastX, dy - lastY) < LEAST_STEP) return drawing;
  return { ...drawing, points: [...drawing.points, [dx, dy, pressure]] };
}

export interface DrawnNoteOptions {
  readonly id: string;
  readonly mode: NoteMode;
  readonly colour: NoteColour;
  /** the page's turn while it is drawn */
  readonly turn: Turn;
}

/** What a drawing becomes as a note; null while it is a slip, or where nothing is drawn in this mode. */
export function drawnNote(
  { x, y, points }: Drawing,
  { id, mode, colour, turn }: DrawnNoteOptions,
): Note | null {
  const [dx, dy] = points[points.length - 1];
  const isSlip = Math.hypot(dx, dy) < LEAST_DRAG;
  switch (mode) {
    case 'draw':
      return {
        id,
        turn,
        x,
        y,
        kind: 'stroke',
        points: points.map(([px, py, pressure]) => [px, py, pressure]),
        width: STROKE_WIDTH,
        colour,
      };
    case 'arrow':
      return isSlip ? null : { id, turn, x, y, kind: 'arrow', dx, dy, width: ARROW_WIDTH, colour };
    case 'cover':
      return isSlip
        ? null
        : {
            id,
            turn,
            x: Math.min(x, x + dx),
            y: Math.min(y, y + dy),
            kind: 'cover',
            width: Math.max(LEAST_COVER, Math.abs(dx)),
            height: Math.max(LEAST_COVER, Math.abs(dy)),
          };
    case 'select':
    case 'label':
      return null;
  }
}
