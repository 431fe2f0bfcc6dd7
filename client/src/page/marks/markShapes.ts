import { layNotes, type Note } from '@ravlo/core/geometry';
import type { MarkPin, Stroke } from '@ravlo/contract';

/** Marks are drawn on a page of this width, mm; its height goes with the page. */
export const MARK_WIDTH = 210;

/** Of the pen, mm. */
const PEN = 0.7;
const PEN_PRESSURE = 0.5;
const NO_WORDS = { name: '', date: '', page: '' };

/**
 * The pen's strokes as SVG path data, in mm from the page's top left.
 *
 * @param proportion of the page, height over width
 */
export function strokePaths(strokes: readonly Stroke[], proportion: number): { id: string; path: string }[] {
  const size = { width: MARK_WIDTH, height: MARK_WIDTH * proportion };
  const notes = strokes.map(({ id, path }): Note => {
    const [[x, y] = [0, 0]] = path;
    const points = path.map(
      ([px, py]) => [(px - x) * size.width, (py - y) * size.height, PEN_PRESSURE] as const,
    );
    return {
      id,
      kind: 'stroke',
      turn: 0,
      x: x * size.width,
      y: y * size.height,
      points,
      width: PEN,
      colour: 'ink',
    };
  });
  return layNotes(notes, { size, turn: 0 }, NO_WORDS).flatMap((mark) =>
    mark.kind === 'shape' ? [{ id: mark.noteId, path: mark.path }] : [],
  );
}

/** The line under what a pin means, a little uneven as a hand draws it; where it means a spot, a short one. SVG path data, mm. */
export function pinLine(
  { id, x, y, width }: Pick<MarkPin, 'id' | 'x' | 'y' | 'width'>,
  proportion: number,
): string {
  const [left, top] = [x * MARK_WIDTH, y * MARK_WIDTH * proportion];
  const length = Math.max(5, width * MARK_WIDTH);
  const chance = [...id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 997, 7) / 997;
  const lean = 0.9 * (chance - 0.5);
  const [a, b] = [top + 0.5 * lean, top - 0.4 * lean];
  return `M${n(left)} ${n(a)}C${n(left + length / 3)} ${n(top + lean)} ${n(left + (2 * length) / 3)} ${n(top - lean)} ${n(left + length)} ${n(b)}`;
}

/** Where the line under what a pin means ends, shares of the page. */
export const pinEnd = ({ x, width }: Pick<MarkPin, 'x' | 'width'>): number =>
  Math.min(1, x + Math.max(5 / MARK_WIDTH, width));

const n = (value: number) => value.toFixed(2);
