import type { Range } from './abilities';

/** Bare paper is wanted this light, of 255: white, with room above it so that nothing burns out. */
const WANTED = 215;
/** Within this of it nothing is changed: a picture that breathes is worse than one a little off. */
const NEAR_ENOUGH = 22;
/** So much of the sheet burnt out is too much, whatever its median says. */
const MOST_GLARE = 0.02;

/**
 * The exposure that brings the paper nearer to white. Cameras expose for the mean of the picture: on a dark desk the paper burns out,
 * on a pale one it turns grey, and faint pencil with it. Light follows the exposure about linearly (an EV doubles it), so that the
 * way is halved: a step too far would be seen.
 *
 * @param now what the camera is at, EV
 * @param sheet the paper's median light, 0 to 255, and the share of it that is burnt out
 * @returns EV, a whole number of the camera's steps; `now` where the paper is light enough
 */
export function exposeFor(
  now: number,
  sheet: { readonly light: number; readonly glare: number },
  { min, max, step }: Range,
): number {
  const off = sheet.glare > MOST_GLARE ? Math.min(-0.5, evTo(sheet.light)) : evTo(sheet.light);
  if (sheet.glare <= MOST_GLARE && Math.abs(sheet.light - WANTED) <= NEAR_ENOUGH) return now;
  const steps = off / 2 / step;
  const whole = steps < 0 ? Math.min(-1, Math.round(steps)) : Math.max(1, Math.round(steps));
  // From its own least on in steps, as cameras count.
  const next = min + Math.round((now + whole * step - min) / step) * step;
  return Math.min(max, Math.max(min, next));
}

const evTo = (light: number): number => Math.log2(WANTED / Math.max(8, light));
