import type { Plane, Rgba } from '../raster/image';
import { opponentPlanes } from '../raster/opponentPlanes';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { outlineStages, type Outline } from './findOutline';
import { isConvex, mapQuad, type Quad } from '../geometry/quad';
import { refineSides } from './refineSides';
import { shiftBetween } from './shiftBetween';
import { straightSide } from '../geometry/sideCurve';
import { steadyQuad } from './steadyQuad';

/** What the live picture shows. */
export interface LiveOutline {
  /** frame pixels, steadied; null when no sheet is in view */
  readonly quad: Quad | null;
  /** 0 to 1 */
  readonly confidence: number;
  /** share of the worst side along which its edge is seen, 0 to 1: something lies over it where it is low */
  readonly clear: number;
  /** it was seen in this very frame; not while a sheet that was lost is looked for */
  readonly isSeen: boolean;
}

export interface LiveFinder {
  /** Takes the next frame in. */
  next(frame: Rgba): LiveOutline;
}

/** Stages of a search a frame: more of them while there is nothing to show. */
const STAGES = 1;
const STAGES_WHEN_LOST = 3;
/** A full search at least every so many frames, in case something better has come into view. */
const SEARCH_EVERY = 12;
/** While following, a side may have moved by this share of the frame's longer side. */
const FOLLOW_REACH = 0.02;
const FOLLOW_PLACES = 40;
/** A sheet that is not there any more may have moved with the whole picture, by so many pixels of a small copy. */
const SMALL = 8;
const JUMP_REACH = 10;
/** Less evidence than this on a side, or on all of them, and the sheet is looked for anew. */
const LEAST_SIDE = 0.3;
const LEAST_MEAN = 0.5;

/** What is less sure than this comes and goes from search to search: nothing is shown then. */
const LEAST_SHOWN = 0.3;

/**
 * Follows the sheet through the frames of a camera, about 640 x 480. A sheet that is known is only followed: its sides
 * are refined where they were, in a few milliseconds. The whole frame is searched when that fails, and every so often;
 * a search goes on over several frames, a stage in each, and what it finds is then followed in the frame of the day.
 *
 * A frame's pixels must not change while a search that began on it goes on.
 */
export function createLiveFinder(): LiveFinder {
  let shown: Quad | null = null;
  let confidence = 0;
  let sinceSearch = 0;
  let search: Generator<void, Outline> | null = null;
  let small: Plane | null = null;
  let isLost = true;

  /** The next stages of the search; what it found, once it is through. */
  function searchOn(frame: Rgba): Pick<Outline, 'quad' | 'confidence'> | null {
    search ??= outlineStages(frame);
    for (let stage = 0; stage < (isLost ? STAGES_WHEN_LOST : STAGES); stage++) {
      const { done, value } = search.next();
      if (!done) continue;
      search = null;
      sinceSearch = 0;
      // An open book is followed as one; its photo is taken apart later.
      const { quad, confidence } = value.spread ?? value;
      return { quad: confidence >= LEAST_SHOWN ? quad : null, confidence };
    }
    return null;
  }

  return {
    next(frame) {
      const before = small;
      small = opponentPlanes(shrinkByInteger(frame, SMALL)).light;
      const stayed = shown && follow(frame, shown);
      // A search that began while the sheet lay elsewhere is of no use any more.
      if (!stayed && !isLost) search = null;
      const followed = stayed ?? (shown && leapAfter(frame, shown, before, small));
      isLost = !followed;
      sinceSearch++;
      const found = !followed || search || sinceSearch >= SEARCH_EVERY ? searchOn(frame) : null;
      if (found) confidence = found.confidence;
      // What was found lay so some frames ago: it counts if it is still there.
      const there = (found?.quad && follow(frame, found.quad)) ?? followed;
      const now = there?.quad ?? found?.quad ?? null;
      // While the search goes on, a sheet that was lost is shown where it was last seen.
      if (now) shown = shown ? steadyQuad(shown, now, Math.hypot(frame.width, frame.height)) : now;
      else if (found) shown = null;
      return {
        quad: shown,
        confidence: shown ? confidence : 0,
        clear: there?.clear ?? 0,
        isSeen: now !== null,
      };
    },
  };
}

/** The sheet where the whole picture's movement has taken it. */
function leapAfter(frame: Rgba, quad: Quad, before: Plane | null, now: Plane): Followed | null {
  if (before?.width !== now.width || before.height !== now.height) return null;
  const [dx, dy] = shiftBetween(before, now, { reach: JUMP_REACH });
  return follow(
    frame,
    mapQuad(quad, ([x, y]) => [x + dx * SMALL, y + dy * SMALL]),
  );
}

interface Followed {
  readonly quad: Quad;
  readonly clear: number;
}

/** The sheet where its sides are now; null where too little of them is left. */
function follow(frame: Rgba, quad: Quad): Followed | null {
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
  const clear = Math.min(...evidence);
  if (clear < LEAST_SIDE || mean < LEAST_MEAN) return null;
  const followed = sides.map(({ from }) => from) as unknown as Quad;
  return isConvex(followed) ? { quad: followed, clear } : null;
}
