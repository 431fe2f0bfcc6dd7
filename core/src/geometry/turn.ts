/** A clockwise quarter turn, degrees. */
export type Turn = 0 | 90 | 180 | 270;

export const TURNS: readonly Turn[] = [0, 90, 180, 270];

/** Adds two turns. */
export function addTurns(a: Turn, b: Turn): Turn {
  return TURNS[((a + b) / 90) % 4];
}

/** The turn that leads from one turn to another. */
export function turnBetween(from: Turn, to: Turn): Turn {
  return TURNS[((to - from + 360) % 360) / 90];
}

/** True when a page turned by so much lies where it stood: its width and height change places. */
export function swapsSides(turn: Turn): boolean {
  return turn === 90 || turn === 270;
}
