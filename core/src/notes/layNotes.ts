import { getStroke } from 'perfect-freehand';
import { type Turn, turnBetween } from '../geometry/turn';
import type { Arrow, Note, NoteColour, Stamp, Stroke } from './note';
import { sizeBefore, turnPlace, type PageSize } from '../geometry/turnPlace';

/** What a note is drawn as, in mm from the top left of the page as it lies now. */
export type NoteMark =
  | {
      readonly kind: 'words';
      readonly noteId: string;
      readonly text: string;
      /** left end of the line that the words stand on */
      readonly x: number;
      readonly y: number;
      /** height of the letters from line to line, mm */
      readonly size: number;
      /** clockwise, degrees */
      readonly angle: Turn;
      readonly colour: NoteColour;
    }
  | {
      readonly kind: 'shape';
      readonly noteId: string;
      /** SVG path data, filled */
      readonly path: string;
      readonly colour: NoteColour;
    };

/** What stamps are filled with. */
export interface StampWords {
  readonly name: string;
  readonly date: string;
  /** as "page 2 of 6" */
  readonly page: string;
}

export interface LaidPage {
  /** mm, as the page lies now */
  readonly size: PageSize;
  /** the recipe's quarter turn now */
  readonly turn: Turn;
}

/** The marks that a page's notes are drawn as; covers are none, they are part of the picture. */
export function layNotes(notes: readonly Note[], page: LaidPage, words: StampWords): NoteMark[] {
  return notes.flatMap((note): NoteMark[] => {
    const by = turnBetween(note.turn, page.turn);
    const before = sizeBefore(page.size, by);
    const place = (point: readonly [number, number]) => turnPlace(point, before, by);
    switch (note.kind) {
      case 'label':
      case 'stamp': {
        const text = note.kind === 'label' ? note.text : wordsOf(note, words);
        if (text === '') return [];
        const [x, y] = place([note.x, note.y]);
        const { size, colour } = note;
        return [{ kind: 'words', noteId: note.id, text, x, y, size, angle: by, colour }];
      }
      case 'stroke':
        return [shape(note, strokeOutline(note).map(place))];
      case 'arrow':
        return [shape(note, arrowOutline(note).map(place))];
      case 'cover':
        return [];
    }
  });
}

const wordsOf = ({ what }: Stamp, words: StampWords): string => words[what];

function shape({ id, colour }: Stroke | Arrow, outline: readonly (readonly [number, number])[]): NoteMark {
  return { kind: 'shape', noteId: id, path: smoothPath(outline), colour };
}

/** perfect-freehand thinks in pixels: a millimetre counts for so many. */
const SCALE = 20;

/** The outline of a stroke as a pen of that width leaves it, mm. */
function strokeOutline({ x, y, points, width }: Stroke): [number, number][] {
  const scaled = points.map(([px, py, pressure]) => [px * SCALE, py * SCALE, pressure]);
  const isPressed = points.some(([, , pressure]) => pressure !== 0.5);
  const outline = getStroke(scaled, {
    size: width * SCALE,
    thinning: isPressed ? 0.5 : 0.2,
    smoothing: 0.5,
    streamline: 0.35,
    simulatePressure: false,
    last: true,
  });
  return outline.map(([ox, oy]) => [x + ox / SCALE, y + oy / SCALE]);
}

/** An arrowhead is so many widths long, and so many to each side. */
const HEAD = [6, 2.6] as const;

/** A shaft and a head, clockwise from the tail. */
function arrowOutline({ x, y, dx, dy, width }: Arrow): [number, number][] {
  const length = Math.max(0.01, Math.hypot(dx, dy));
  const [ux, uy] = [dx / length, dy / length];
  const head = Math.min(length * 0.6, HEAD[0] * width);
  const at = (along: number, aside: number): [number, number] => [
    x + ux * along - uy * aside,
    y + uy * along + ux * aside,
  ];
  const half = width / 2;
  const wing = HEAD[1] * width;
  const neck = length - head;
  return [
    at(0, -half),
    at(neck, -half),
    at(neck, -wing),
    at(length, 0),
    at(neck, wing),
    at(neck, half),
    at(0, half),
  ];
}

const two = (value: number) => value.toFixed(2);

/** A closed outline: corners of few points stay, many points are joined through their middles by curves. */
function smoothPath(points: readonly (readonly [number, number])[]): string {
  if (points.length === 0) return '';
  const [first] = points;
  if (points.length < 12) return `M${points.map(([x, y]) => `${two(x)} ${two(y)}`).join('L')}Z`;
  let path = `M${two(first[0])} ${two(first[1])}`;
  points.forEach(([x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length];
    path += `Q${two(x)} ${two(y)} ${two((x + nx) / 2)} ${two((y + ny) / 2)}`;
  });
  return `${path}Z`;
}
