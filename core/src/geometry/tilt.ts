import type { Quad } from './quad';
import { squareToQuad } from './homography';
import { USUAL_FOCAL } from './proportion';

export interface TiltOptions {
  readonly photoWidth: number;
  readonly photoHeight: number;
  /** focal length in photo pixels @default a common phone's */
  readonly focal?: number;
}

/**
 * How far the camera looks at the sheet from the side, radians: 0 straight down. The sheet's two directions in space are
 * the first two columns of the homography with the camera taken out; its normal is at right angles to both.
 *
 * @param quad photo pixels
 */
export function tiltOf(quad: Quad, { photoWidth, photoHeight, focal }: TiltOptions): number {
  const h = squareToQuad(quad);
  const f = focal ?? USUAL_FOCAL * Math.max(photoWidth, photoHeight);
  const [cx, cy] = [photoWidth / 2, photoHeight / 2];
  const [ax, ay, az] = [(h[0] - cx * h[6]) / f, (h[3] - cy * h[6]) / f, h[6]];
  const [bx, by, bz] = [(h[1] - cx * h[7]) / f, (h[4] - cy * h[7]) / f, h[7]];
  const [nx, ny, nz] = [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx];
  const length = Math.hypot(nx, ny, nz);
  return length > 0 ? Math.acos(Math.min(1, Math.abs(nz) / length)) : 0;
}
