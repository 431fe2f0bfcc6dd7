import { z } from 'zod';
import { isSame } from '../patch';
import { partSchema } from '../recipe';
import { MOST_COMMENT, MOST_PARTS } from './brief';
import { pointsChangeSchema, pointsSchema, tidy } from './points';

/*
 * What a marker says of one attempt. Places are shares of the page as it is shown in the file, from its top left corner, so
 * that they hold for any size of picture.
 */

export const MOST_PINS = 300;
export const MOST_STROKES = 600;
export const MOST_PIN_LETTERS = 2000;
/** Places of one stroke of the pen. */
export const MOST_STROKE_PLACES = 1000;

const share = z.number().min(0).max(1);
/** Made by the window that makes the thing. */
const thingIdSchema = z.string().regex(/^[\w-]{8,40}$/);
/** Also of files that Ravlo has not made. */
const pageNumber = z.number().int().min(1).max(5000);

/** A numbered remark at a place on a page. Its number is its place in reading order, see `numberedPins`. */
export const markPinSchema = z.object({
  id: thingIdSchema,
  /** from 1 */
  page: pageNumber,
  x: share,
  y: share,
  /** of the line under what is meant, to the right of the place; 0 where it means a spot */
  width: share,
  words: z.string().max(MOST_PIN_LETTERS),
  /** what it adds or takes off; null where nothing is said of points */
  points: pointsChangeSchema.nullable(),
});
export type MarkPin = z.infer<typeof markPinSchema>;

/** A stroke of the pen. */
export const strokeSchema = z.object({
  id: thingIdSchema,
  page: pageNumber,
  path: z
    .array(z.tuple([share, share]))
    .min(1)
    .max(MOST_STROKE_PLACES),
});
export type Stroke = z.infer<typeof strokeSchema>;

const commentSchema = z.string().max(MOST_COMMENT);

export const markingSchema = z.object({
  /** for the whole; null: those of the parts, or what the pins leave (`totalPoints`) */
  points: pointsSchema.nullable(),
  /** on the whole */
  comment: commentSchema,
  parts: z.array(z.object({ part: partSchema, points: pointsSchema })).max(MOST_PARTS),
  pins: z.array(markPinSchema).max(MOST_PINS),
  strokes: z.array(strokeSchema).max(MOST_STROKES),
});
export type Marking = z.infer<typeof markingSchema>;

export const FRESH_MARKING: Marking = { points: null, comment: '', parts: [], pins: [], strokes: [] };

/** Whether anything has been said at all. */
export const isMarkedAtAll = ({ points, comment, parts, pins, strokes }: Marking): boolean =>
  points !== null || comment !== '' || parts.length + pins.length + strokes.length > 0;

/**
 * Points for the whole: what was said; else the parts' sum; else what the pins leave of the maximum.
 *
 * @param most null where the brief has no points
 * @returns null where nobody has said anything of points
 */
export function totalPoints({ points, parts, pins }: Marking, most: number | null): number | null {
  if (most === null) return null;
  if (points !== null) return points;
  if (parts.length > 0) return Math.min(most, tidy(parts.reduce((sum, part) => sum + part.points, 0)));
  const changes = pins.flatMap((pin) => (pin.points === null ? [] : [pin.points]));
  if (changes.length === 0) return null;
  return Math.min(most, Math.max(0, tidy(changes.reduce((sum, change) => sum + change, most))));
}

/** What the pins take off or add, together. */
export const pinsTake = (pins: readonly MarkPin[]): number =>
  tidy(pins.reduce((sum, pin) => sum + (pin.points ?? 0), 0));

export interface NumberedPin {
  readonly pin: MarkPin;
  /** from 1, through the whole file */
  readonly number: number;
}

/** Pins with their numbers, in the order in which they are read: by page, then from above, then from the left. */
export const numberedPins = (pins: readonly MarkPin[]): NumberedPin[] =>
  [...pins]
    .sort((a, b) => a.page - b.page || a.y - b.y || a.x - b.x || (a.id < b.id ? -1 : 1))
    .map((pin, i) => ({ pin, number: i + 1 }));

/** A change of one thing that is said: what it was to whoever makes it, and what it becomes. */
export const markEditSchema = z.discriminatedUnion('of', [
  z.object({ of: z.literal('points'), from: pointsSchema.nullable(), to: pointsSchema.nullable() }),
  z.object({ of: z.literal('comment'), from: commentSchema, to: commentSchema }),
  z.object({
    of: z.literal('part'),
    part: partSchema,
    from: pointsSchema.nullable(),
    to: pointsSchema.nullable(),
  }),
  z.object({
    of: z.literal('pin'),
    id: thingIdSchema,
    from: markPinSchema.nullable(),
    to: markPinSchema.nullable(),
  }),
  z.object({
    of: z.literal('stroke'),
    id: thingIdSchema,
    from: strokeSchema.nullable(),
    to: strokeSchema.nullable(),
  }),
]);
export type MarkEdit = z.infer<typeof markEditSchema>;

export const markEditsSchema = z.object({ edits: z.array(markEditSchema).min(1).max(200) });
export type MarkEdits = z.infer<typeof markEditsSchema>;

/** The name of what an edit is about: two edits with the same one are about the same thing. */
export const keyOfEdit = (edit: MarkEdit): string =>
  edit.of === 'part' ? `part:${edit.part}` : 'id' in edit ? `${edit.of}:${edit.id}` : edit.of;

/** What a marking says of that which an edit is about. */
function now(marking: Marking, edit: MarkEdit): MarkEdit['to'] {
  switch (edit.of) {
    case 'points':
      return marking.points;
    case 'comment':
      return marking.comment;
    case 'part':
      return marking.parts.find(({ part }) => part === edit.part)?.points ?? null;
    case 'pin':
      return marking.pins.find(({ id }) => id === edit.id) ?? null;
    case 'stroke':
      return marking.strokes.find(({ id }) => id === edit.id) ?? null;
  }
}

function put(marking: Marking, edit: MarkEdit): Marking {
  switch (edit.of) {
    case 'points':
      return { ...marking, points: edit.to };
    case 'comment':
      return { ...marking, comment: edit.to };
    case 'part': {
      const others = marking.parts.filter(({ part }) => part !== edit.part);
      return {
        ...marking,
        parts: edit.to === null ? others : [...others, { part: edit.part, points: edit.to }],
      };
    }
    case 'pin':
      return { ...marking, pins: replaced(marking.pins, edit.id, edit.to) };
    case 'stroke':
      return { ...marking, strokes: replaced(marking.strokes, edit.id, edit.to) };
  }
}

function replaced<T extends { readonly id: string }>(things: readonly T[], id: string, to: T | null): T[] {
  if (to === null) return things.filter((thing) => thing.id !== id);
  return things.some((thing) => thing.id === id)
    ? things.map((thing) => (thing.id === id ? to : thing))
    : [...things, to];
}

export interface MarkMerge {
  readonly marking: Marking;
  /** edits whose thing somebody else has changed to something else meanwhile: they are not in it */
  readonly clashes: readonly MarkEdit[];
  /** keys of what has been changed by it */
  readonly changed: readonly string[];
}

/**
 * Lays edits over a marking as it is now. An edit counts where its thing is as it was to whoever made it; one that has been
 * made already (its answer was lost) changes nothing.
 */
export function mergeMarkEdits(marking: Marking, edits: readonly MarkEdit[]): MarkMerge {
  let merged = marking;
  const clashes: MarkEdit[] = [];
  const changed: string[] = [];
  for (const edit of edits) {
    const current = now(merged, edit);
    if (isSame(current, edit.to)) continue;
    if (!isSame(current, edit.from)) {
      clashes.push(edit);
      continue;
    }
    merged = put(merged, edit);
    changed.push(keyOfEdit(edit));
  }
  return { marking: merged, clashes, changed };
}

/** What a person did, as it is over what is there: their own edits stand, whatever else has changed. */
export const layMarkEdits = (marking: Marking, edits: readonly MarkEdit[]): Marking =>
  edits.reduce(put, marking);

/** Two edits of the same thing, one behind the other, are one. */
export function joinMarkEdits(before: readonly MarkEdit[], edit: MarkEdit): MarkEdit[] {
  const key = keyOfEdit(edit);
  const earlier = before.find((each) => keyOfEdit(each) === key);
  if (!earlier) return [...before, edit];
  const joined = { ...edit, from: earlier.from } as MarkEdit;
  return isSame(joined.from, joined.to)
    ? before.filter((each) => each !== earlier)
    : before.map((each) => (each === earlier ? joined : each));
}

/** The edit that takes this one back. */
export const undoneEdit = (edit: MarkEdit): MarkEdit =>
  ({ ...edit, from: edit.to, to: edit.from }) as MarkEdit;

/** What a student is given back: the marking as it was then, and who gave it. */
export const givenSchema = z.object({
  marking: markingSchema,
  points: pointsSchema.nullable(),
  /** the most that there were; null where the brief has none */
  most: z.number().positive().nullable(),
  by: z.string(),
  at: z.iso.datetime(),
});
export type Given = z.infer<typeof givenSchema>;
