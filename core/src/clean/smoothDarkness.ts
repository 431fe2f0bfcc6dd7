import { SMALL_PAGE } from '../geometry/pageScale';
import { binomialSmooth } from './binomialSmooth';

/**
 * A page's darkness after a light smoothing, 1-2-1 both ways. Small pictures stay as they are: their grain has been averaged
 * away, and their strokes are as thin as a pixel.
 */
export function smoothDarkness(darkness: Uint8Array, width: number, height: number): Uint8Array {
  return Math.max(width, height) < SMALL_PAGE ? darkness.slice() : binomialSmooth(darkness, 1, width, height);
}
