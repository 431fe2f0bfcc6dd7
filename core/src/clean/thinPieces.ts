import type { Way } from './way';

/** What is thicker is no thin line, in cells. */
const MOST_THICK = 6;
/** Shorter pieces say nothing of a line's way, in cells. */
const LEAST_LENGTH = 6;
/** From one cell to the next along it a line's middle moves by so much at most. */
const MOST_STEP = 1;

/** A thin piece of a mask, step by step along it. */
export interface ThinPiece {
  /** the first step that it is on */
  readonly first: number;
  /** where it begins across it, and the first place behind it, step by step */
  readonly froms: readonly number[];
  readonly tos: readonly number[];
  /** the middle of both */
  readonly middles: readonly number[];
  /** the mean of how thick it is */
  readonly thickness: number;
}

/** Follows what is thin across one of a page's two ways, step by step, as long as nothing thicker lies on it. */
export function thinPieces(mask: Uint8Array, { length, places, along, beside }: Way): ThinPiece[] {
  const done: ThinPiece[] = [];
  let open: Growing[] = [];
  for (let k = 0; k < length; k++) {
    const next: Growing[] = [];
    let candidate = 0;
    for (let place = 0, i = k * along; place < places; place++, i += beside) {
      if (mask[i] === 0) continue;
      const from = place;
      while (place < places && mask[i] !== 0) [place, i] = [place + 1, i + beside];
      if (place - from > MOST_THICK) continue;
      const middle = (from + place - 1) / 2;
      while (candidate < open.length && open[candidate].middle < middle - MOST_STEP) candidate++;
      const before = open[candidate] as Growing | undefined;
      const goesOn = before !== undefined && before.middle <= middle + MOST_STEP;
      const piece = goesOn ? before : { first: k, froms: [], tos: [], middle };
      if (goesOn) candidate++;
      piece.froms.push(from);
      piece.tos.push(place);
      piece.middle = middle;
      next.push(piece);
    }
    const goOn = new Set(next);
    done.push(...open.filter((piece) => !goOn.has(piece)).flatMap(finished));
    open = next;
  }
  return [...done, ...open.flatMap(finished)];
}

interface Growing {
  readonly first: number;
  readonly froms: number[];
  readonly tos: number[];
  /** where it is now */
  middle: number;
}

function finished({ first, froms, tos }: Growing): ThinPiece[] {
  if (froms.length < LEAST_LENGTH) return [];
  const middles = froms.map((from, k) => (from + tos[k] - 1) / 2);
  const thickness = froms.reduce((sum, from, k) => sum + tos[k] - from, 0) / froms.length;
  return [{ first, froms, tos, middles, thickness }];
}
