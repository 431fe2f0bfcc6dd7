import { createLiveFinder } from '../outline/liveFinder';
import { mapQuad, type Quad } from '../geometry/quad';
import type { Rgba } from '../raster/image';
import { NEW_COACH, stepCoach, type Hint } from './coach';
import { frameLight, sheetFacts, type SheetFacts } from './frameFacts';
import { NEW_SHUTTER, noteShot, stepShutter } from './steadyShutter';

/** What the camera's view shows and does after a frame. */
export interface Aim {
  /** frame pixels; null while no sheet is in view */
  readonly quad: Quad | null;
  readonly confidence: number;
  readonly facts: SheetFacts | null;
  /** what would help, if anything */
  readonly hint: Hint | null;
  /** the steady shutter fires */
  readonly fires: boolean;
}

export interface AimFrame {
  readonly image: Rgba;
  /** ms */
  readonly time: number;
  /** photo pixels a frame pixel */
  readonly photoScale: number;
}

export interface Aimer {
  next(frame: AimFrame): Aim;
  /** A photo was taken by hand: the sheet in view is not to be taken again. */
  shot(): void;
}

/** Corners that move by more than this share of the diagonal a frame are moving. */
const MOVING = 0.009;
/** The least sharpness (see SheetFacts) at which the steady shutter fires; a blank sheet has none to judge by. */
const LEAST_SHARPNESS = 0.42;
/** Where less than this of a side is seen, a hand or another sheet lies over it. */
const LEAST_CLEAR = 0.8;

/** Watches a camera's frames for a sheet: where it is, what would help, when to fire. */
export function createAimer(): Aimer {
  const finder = createLiveFinder();
  let shutter = NEW_SHUTTER;
  let coach = NEW_COACH;
  let before: Quad | null = null;
  let latest: SheetFacts | null = null;

  return {
    next({ image, time, photoScale }) {
      const found = finder.next(image);
      const { confidence, clear } = found;
      // A sheet that was lost is looked for, but not shown where it no longer lies.
      const quad = found.isSeen ? found.quad : null;
      const facts = quad && sheetFacts(image, quad, { photoScale });
      const diagonal = Math.hypot(image.width, image.height);
      const placed = quad && mapQuad(quad, ([x, y]) => [x / diagonal, y / diagonal]);
      const isMoving =
        placed !== null &&
        before !== null &&
        placed.some(([x, y], i) => Math.hypot(x - before![i][0], y - before![i][1]) > MOVING);
      coach = stepCoach(coach, { time, frameLight: frameLight(image), sheet: facts, isMoving });
      const { state, fires } = stepShutter(shutter, {
        time,
        quad: placed,
        confidence,
        isWhole: facts !== null && facts.isWhole && clear >= LEAST_CLEAR,
        isSharp: facts !== null && (facts.sharpness ?? 1) >= LEAST_SHARPNESS,
        signature: facts?.signature ?? null,
      });
      shutter = state;
      before = placed;
      latest = facts;
      return { quad, confidence, facts, hint: coach.shown, fires };
    },
    shot() {
      shutter = noteShot(shutter, latest?.signature ?? null);
    },
  };
}
