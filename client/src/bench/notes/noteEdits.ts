import { type LaidPage, type StampWords, sizeBefore, turnPlace, turnBetween } from '@ravlo/core/geometry';
import type { Note, NoteColour } from '@ravlo/contract';

/** Moves, sizes and colours of notes. Distances are mm on the page as it lies now. */

type Turn = Note['turn'];

/** A distance on the page as it lies now, as it was before a quarter turn. */
function unturned(dx: number, dy: number, by: Turn): [number, number] {
  switch (by) {
    case 0:
      return [dx, dy];
    case 90:
      return [dy, -dx];
    case 180:
      return [-dx, -dy];
    case 270:
      return [-dy, dx];
  }
}

export function moveNote<N extends Note>(note: N, dx: number, dy: number, turn: Turn): N {
  const [x, y] = unturned(dx, dy, turnBetween(note.turn, turn));
  return { ...note, x: note.x + x, y: note.y + y };
}

const limit = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** Larger or smaller by a factor; from where it begins. */
export function scaleNote(note: Note, factor: number): Note {
  switch (note.kind) {
    case 'label':
    case 'stamp':
      return { ...note, size: limit(note.size * factor, 2, 40) };
    case 'arrow':
      return { ...note, dx: note.dx * factor, dy: note.dy * factor };
    case 'cover':
      return {
        ...note,
        width: limit(note.width * factor, 1, 1000),
        height: limit(note.height * factor, 1, 1000),
      };
    case 'stroke':
      return {
        ...note,
        width: limit(note.width * factor, 0.1, 10),
        points: note.points.map(([x, y, pressure]) => [x * factor, y * factor, pressure]),
      };
  }
}

/** Covers have the paper's colour and keep it. */
export function recolour(note: Note, colour: NoteColour): Note {
  return note.kind === 'cover' ? note : { ...note, colour };
}

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Letters reach so far above and below the line that they stand on, in sizes. */
const ABOVE = 0.8;
const BELOW = 0.25;

/**
 * The rectangle round a note, on the page as it lies now.
 *
 * @param widthOf of words of size 1
 */
export function noteBox(
  note: Note,
  page: LaidPage,
  words: StampWords,
  widthOf: (text: string) => number,
): Box {
  const by = turnBetween(note.turn, page.turn);
  const before = sizeBefore(page.size, by);
  return around(cornersOf(note, words, widthOf).map((corner) => turnPlace(corner, before, by)));
}

function cornersOf(
  note: Note,
  words: StampWords,
  widthOf: (text: string) => number,
): (readonly [number, number])[] {
  const { x, y } = note;
  switch (note.kind) {
    case 'label':
    case 'stamp': {
      const text = note.kind === 'label' ? note.text : words[note.what] || '?';
      const right = x + widthOf(text) * note.size;
      return [
        [x, y - ABOVE * note.size],
        [right, y + BELOW * note.size],
      ];
    }
    case 'arrow':
      return [
        [x - note.width, y - note.width],
        [x + note.width, y + note.width],
        [x + note.dx, y + note.dy],
      ];
    case 'cover':
      return [
        [x, y],
        [x + note.width, y + note.height],
      ];
    case 'stroke':
      return note.points.flatMap(([px, py]) => [
        [x + px - note.width, y + py - note.width] as const,
        [x + px + note.width, y + py + note.width] as const,
      ]);
  }
}

function around(points: readonly (readonly [number, number])[]): Box {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top };
}

/** A note as it is read out. */
export function sayNote(note: Note): string {
  switch (note.kind) {
    case 'label':
      return `Label: ${note.text}`;
    case 'stamp':
      return { name: 'Stamp: your name', date: 'Stamp: the date', page: 'Stamp: page number' }[note.what];
    case 'stroke':
      return 'Stroke';
    case 'arrow':
      return 'Arrow';
    case 'cover':
      return 'Cover';
  }
}
