import { forEachSet } from '../raster/forEachSet';
import { quantile } from '../statistics/quantile';
import { atLeast } from '../raster/atLeast';
import { logitByte, type InkLikelihood } from './inkLikelihood';
import type { UsualDarkness } from './usualNear';

/** What shows through is fainter than this share of the page's own strokes near it. */
export const OF_STROKES = 0.45;
/** And where so much of it is seen that it is surely there, than this share of the strongest of them. */
const OF_STRONGEST = 0.3;
/** Cells that are likelier unwanted than ink, and as likely as this, may be the back's. */
const BACK_BESIDE = logitByte(0.3);
/** Where a back shows through, this share of such cells is as faint as that; so few of them, or so faint ones, do not tell. */
const MOST_OF_BACK = 0.75;
const FEW_UNWANTED = 400;
const LEAST_UNWANTED = 4;

/** A back that shows through takes up so much of a page, likelier unwanted than ink, as a share of its cells. */
const MUCH = 0.006;

/** Whether so many cells that are likelier unwanted than ink may well be a back that shows through. */
export const isMuch = (cells: number, { width, height }: InkLikelihood): boolean =>
  cells >= MUCH * width * height;

export interface Unwanted {
  /** cells that are likelier unwanted than ink */
  readonly cells: readonly number[];
  /**
   * Whether they are the back's. They are not where most of them are as dark as the page's own strokes, which are out of
   * focus there and look like what shows through.
   */
  readonly isBack: boolean;
  /**
   * Where a back shows through all over the page, far fainter than the page's strongest strokes, how dark it is at most; else 0.
   * Far from those strokes there is nothing beside it that it is fainter than.
   */
  readonly faintBelow: number;
}

/**
 * Finds what shows through from the back, or what only looks like it.
 *
 * @param holes cells of punched holes: 1, else 0
 * @param usual how dark the page's strokes are
 */
export function findUnwanted(
  { ink, unwanted }: InkLikelihood,
  darkest: Uint8Array,
  holes: Uint8Array,
  { near, usual, strong }: UsualDarkness,
): Unwanted {
  const cells: number[] = [];
  const shares: number[] = [];
  const levels: number[] = [];
  forEachSet(atLeast(unwanted, BACK_BESIDE), (i) => {
    if (unwanted[i] < ink[i] || darkest[i] < LEAST_UNWANTED || holes[i] === 1) return;
    cells.push(i);
    shares.push(darkest[i] / Math.max(1, near(i)));
    levels.push(darkest[i]);
  });
  const areFew = cells.length < FEW_UNWANTED;
  // Something on the page may be far darker than what is written on it, as dark squares are than very faint pencil.
  const faint = Math.min(OF_STRONGEST * strong, OF_STROKES * usual);
  const isFaint = !areFew && quantile(levels, MOST_OF_BACK) < faint;
  const isBack = areFew || isFaint || quantile(shares, MOST_OF_BACK) < OF_STROKES;
  return { cells, isBack, faintBelow: isFaint ? OF_STRONGEST * strong : 0 };
}
