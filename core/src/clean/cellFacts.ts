import { findUnwanted, isMuch, type Unwanted } from './findUnwanted';
import { halfPeaks } from './halfPeaks';
import { holesSeen } from './holesSeen';
import type { InkLikelihood } from './inkLikelihood';
import type { InkMap } from './inkMap';
import { usualNear, type UsualDarkness } from './usualNear';

/** What is known of a page's cells before they are told apart, however gently they are told. */
export interface CellFacts {
  /** the darkest pixel of each cell, lightly smoothed */
  readonly darkest: Uint8Array;
  /** cells of punched holes: 1, else 0 */
  readonly holes: Uint8Array;
  /** how dark the page's strokes are */
  readonly usual: UsualDarkness;
  readonly unwanted: Unwanted;
}

export function cellFacts(map: InkMap, seen: InkLikelihood): CellFacts {
  return cellFactsOf(seen, darkestOf(map, seen), holesSeen(seen));
}

/** The darkest pixel of each cell, lightly smoothed; over what it lies on, where the map knows of that. */
export function darkestOf({ smooth, ground, width, height }: InkMap, { step }: InkLikelihood): Uint8Array {
  const over = ground ? ground.smooth : smooth;
  return step === 1 ? over.slice() : halfPeaks(over, width, height);
}

export function cellFactsOf(seen: InkLikelihood, darkest: Uint8Array, holes: Uint8Array): CellFacts {
  const facts = { darkest, holes };
  const usual = usualNear(seen, darkest);
  const unwanted = findUnwanted(seen, darkest, holes, usual);
  if (!isMuch(unwanted.cells.length, seen)) return { ...facts, usual, unwanted };
  // Far from the page's own strokes the back would tell how dark those are, and so seem to be the page's.
  const usualOwn = usualNear(seen, darkest, { hasBack: true });
  const unlikeOwn = findUnwanted(seen, darkest, holes, usualOwn);
  return unlikeOwn.isBack
    ? { ...facts, usual: usualOwn, unwanted: unlikeOwn }
    : { ...facts, usual, unwanted };
}
