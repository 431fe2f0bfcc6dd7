import type { Rgba } from '../raster/image';
import { findOutline } from './findOutline';
import { isConvex, type Quad } from './quad';
import { refineSides } from './refineSides';
import { straightSide } from './sideCurve';
import { steadyQuad } from './steadyQuad';

/** What the live picture shows. */
export interface LiveOutline {
  /** frame pixels, steadied; null when no sheet is in view */
  readonly quad: Quad | null;
  /** 0 to 1 */
  readonly confidence: number;
}

export interface LiveFinder {
  /** Takes the next frame in. */
  next(frame: Rgba): LiveOutline;
}

/** A full search at least every so many frames, in case something better has come into view. */
const SEARCH_EVERY = 12;
/** While following, a side may have moved by this share of the frame's longer side. */
const FOLLOW_REACH = 0.03;
const FOLLOW_PLACES = 40;
/** Less evidence than this on a side, or on all of them, and the sheet is looked for anew. */
const LEAST_SIDE = 0.3;
const LEAST_MEAN = 0.5;

/**
 * Follows the sheet through the frames of a camera, about 640 x 480. A sheet that is known is only followed: its sides
 * are refined where they were, in a few milliseconds; the whole frame is searched when that fails, and every so often.
 */
export function createLiveFinder(): LiveFinder {
  let shown: Quad | null = null;
  let confidence = 0;
  let sinceSearch = 0;

  function follow(frame: Rgba, quad: Quad): Quad | null {
    const { sides, evidence } = refineSides(
      frame,
      quad.map((corner, i) => straightSide(corner, quad[(i + 1) % 4])),
      {
        radius: FOLLOW_REACH * Math.max(frame.width, frame.height),
        places: FOLLOW_PLACES,
        fixed: [false, false, false, false],
        bent: [false, false, false, false],
      },
    );
    const mean = evidence.reduce((sum, value) => sum + value, 0) / 4;
    if (Math.min(...evidence) < LEAST_SIDE || mean < LEAST_MEAN) return null;
    const followed = sides.map(({ from }) => from) as unknown as Quad;
    return isConvex(followed) ? followed : null;
  }

  return {
    next(frame) {
      const followed = shown && sinceSearch < SEARCH_EVERY ? follow(frame, shown) : null;
      let now = followed;
      sinceSearch++;
      if (!followed) {
        const found = findOutline(frame);
        now = found.quad;
        confidence = found.confidence;
        sinceSearch = 0;
      }
      shown = now && shown ? steadyQuad(shown, now, Math.hypot(frame.width, frame.height)) : now;
      return { quad: shown, confidence: now ? confidence : 0 };
    },
  };
}
