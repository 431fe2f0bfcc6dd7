import type { Random } from '@ravlo/film';
import type { DeskKind } from './desk';

/** @returns the share of the second colour at a place in mm, 0 to 1; `noise` is a smooth one, -1 to 1 */
export type DeskPattern = (x: number, y: number, noise: number) => number;

export interface DeskPatternOptions {
  readonly random: Random;
  /** mm from one of it to the next */
  readonly period: number;
}

/** What is woven, laid, printed or shown on a desk. */
export function deskPattern(kind: DeskKind, { random, period }: DeskPatternOptions): DeskPattern {
  const half = period / 2;
  const odd = (place: number) => Math.floor(place / half) % 2;
  switch (kind) {
    case 'checks':
      return (x, y) => (odd(x) + odd(y)) / 2;
    case 'stripes':
      return (x) => (Math.floor(x / half) % 3 === 0 ? 1 : 0);
    case 'cloth':
      return (x, y) => ((x % 2) + (y % 2) > 2 ? 0.12 : 0);
    case 'tiles': {
      const tile = random.pick([52.5, 84, 105, 140]);
      const joint = random.between(1.5, 5);
      return (x, y) => (x % tile < joint || y % tile < joint ? 0.8 : 0);
    }
    case 'boards': {
      const board = random.pick([70, 84, 105]);
      return (x, y) => (y % board < 1.2 ? 0.7 : (Math.floor(y / board) % 3) * 0.06);
    }
    case 'flowers': {
      const size = random.between(0.1, 0.35);
      return (_x, _y, noise) => (noise > size ? 1 : noise > size - 0.12 ? 0.4 : 0);
    }
    case 'printed':
      return printedRows(random);
    case 'screen':
      return screenWindows(random);
    default:
      return () => 0;
  }
}

/** Rows of dark dashes, in columns, as a newspaper has them from afar. */
function printedRows(random: Random): DeskPattern {
  const row = random.pick([3.5, 4, 5, 6]);
  const column = random.pick([60, 70, 84, 105]);
  const salt = random.between(1, 90);
  return (x, y) => {
    if (x % column < 5 || y % row > row * 0.55) return 0;
    const word = Math.floor((x + 7 * Math.floor(y / row)) / 6);
    return ((word * 12.9898 + Math.floor(y / row) * 78.233 + salt) * 43.7) % 1 > 0.25 ? 0.55 : 0;
  };
}

/** Light windows with straight edges on a dark screen. */
function screenWindows(random: Random): DeskPattern {
  const windows = Array.from({ length: 4 }, () => ({
    x: random.between(0, 300),
    y: random.between(0, 300),
    width: random.between(60, 240),
    height: random.between(40, 200),
    share: random.between(0.2, 1),
  }));
  return (x, y) =>
    windows.find((each) => x > each.x && x < each.x + each.width && y > each.y && y < each.y + each.height)
      ?.share ?? 0;
}
