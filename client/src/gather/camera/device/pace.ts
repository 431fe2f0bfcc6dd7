/*
 * How often the camera's picture is looked at. Looking for the sheet is what warms a phone: where nothing has moved for a while
 * there is nothing new to see, and a glance at a tiny picture now and then is enough to notice when something does.
 */

/** A tiny grey picture of what the camera sees, row by row. */
export type Glance = Uint8Array;

export interface Pace {
  /** what has been seen ever since */
  readonly like: Glance | null;
  /** ms; null before the first glance */
  readonly stillSince: number | null;
  readonly rests: boolean;
}

export const NEW_PACE: Pace = { like: null, stillSince: null, rests: false };

/** px of a glance. */
export const GLANCE = { width: 32, height: 24 } as const;
/** A glance so often, ms. */
export const GLANCE_EVERY = 160;
/** While it rests it still looks so often, ms: light changes slowly. */
export const LOOK_AT_REST = 2000;
/** Longer than the steady shutter holds and hints need to come up, ms. */
const RESTS_AFTER = 4000;
/** Grey levels: the picture as a whole, and the place that changed most. Noise and a lamp's flicker stay below. */
const STIRS_MEAN = 2.5;
const STIRS_MOST = 22;

/** Takes the next glance in. @param time ms */
export function stepPace(pace: Pace, glance: Glance, time: number): Pace {
  if (!pace.like || pace.stillSince === null || stirs(pace.like, glance))
    return { like: glance, stillSince: time, rests: false };
  return { ...pace, rests: time - pace.stillSince >= RESTS_AFTER };
}

/** Held against the first of the still ones, so that what creeps is noticed, too. */
function stirs(before: Glance, now: Glance): boolean {
  if (before.length !== now.length) return true;
  let sum = 0;
  let most = 0;
  for (let i = 0; i < now.length; i++) {
    const step = Math.abs(now[i] - before[i]);
    sum += step;
    most = Math.max(most, step);
  }
  return most > STIRS_MOST || sum / now.length > STIRS_MEAN;
}
