import { z } from 'zod';
import { turnSchema } from './turn';

/**
 * What a person adds to a page, as vectors. Lengths are millimetres from the page's top left as it lies after the
 * quarter turn that the recipe had when the note was made; a later turn takes the note along.
 */

export const NOTE_COLOURS = ['ink', 'blue', 'red'] as const;

/** Points of one stroke. */
export const MOST_STROKE_POINTS = 4000;

const mm = z.number().min(-1000).max(2000);

const common = {
  id: z.string().min(4).max(40),
  /** the recipe's quarter turn when the note was made */
  turn: turnSchema,
  x: mm,
  y: mm,
};
const colour = z.enum(NOTE_COLOURS);
/** height of the letters from line to line */
const size = z.number().min(2).max(40);

export const noteSchema = z.discriminatedUnion('kind', [
  /** x, y: left end of the line that the words stand on */
  z.object({ ...common, kind: z.literal('label'), text: z.string().min(1).max(200), size, colour }),
  /** words that Ravlo fills in; placed as a label */
  z.object({ ...common, kind: z.literal('stamp'), what: z.enum(['name', 'date', 'page']), size, colour }),
  /** points from x, y; the third number is the pen's pressure, 0 to 1 */
  z.object({
    ...common,
    kind: z.literal('stroke'),
    points: z
      .array(z.tuple([mm, mm, z.number().min(0).max(1)]))
      .min(1)
      .max(MOST_STROKE_POINTS),
    width: z.number().min(0.1).max(10),
    colour,
  }),
  /** from x, y to x + dx, y + dy */
  z.object({
    ...common,
    kind: z.literal('arrow'),
    dx: mm,
    dy: mm,
    width: z.number().min(0.1).max(10),
    colour,
  }),
  /** a rectangle in the paper's colour, over what should not be seen */
  z.object({
    ...common,
    kind: z.literal('cover'),
    width: z.number().min(1).max(1000),
    height: z.number().min(1).max(1000),
  }),
]);
export type Note = z.infer<typeof noteSchema>;
export type NoteColour = (typeof NOTE_COLOURS)[number];

/** Notes on one page: handwriting with a pen on the screen is a stroke a letter. */
export const MOST_NOTES = 2000;
/** Points of all strokes on one page together: what keeps a recipe small enough to be sent in one request. */
export const MOST_POINTS = 60_000;

export const pointCount = (notes: readonly Note[]): number =>
  notes.reduce((sum, note) => sum + (note.kind === 'stroke' ? note.points.length : 0), 0);

/** Whether a page that has these notes can take one more. */
export const hasRoomFor = (notes: readonly Note[], note: Note): boolean =>
  notes.length < MOST_NOTES && pointCount(notes) + pointCount([note]) <= MOST_POINTS;
