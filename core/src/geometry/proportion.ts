import type { Quad } from './quad';
import { squareToQuad } from './homography';

export interface ProportionOptions {
  readonly photoWidth: number;
  readonly photoHeight: number;
  /** focal length in photo pixels, where the photo says it */
  readonly focal?: number;
}

/** Focal length of a common phone's main camera as a share of the photo's longer side (26 mm on 36 mm). */
export const USUAL_FOCAL = 26 / 36;

/** The diagonal of the 36 x 24 mm frame that cameras' focal lengths are compared on, mm. */
const FRAME_DIAGONAL = Math.hypot(36, 24);

/** mm; what lies outside is no camera's. */
const LEAST_EQUIVALENT = 8;
const MOST_EQUIVALENT = 300;

/**
 * A photo's focal length in its own pixels.
 *
 * @param equivalent what EXIF gives as FocalLengthIn35mmFormat, mm
 * @returns undefined where that makes no sense
 */
export function focalInPixels(
  equivalent: unknown,
  photoWidth: number,
  photoHeight: number,
): number | undefined {
  if (typeof equivalent !== 'number') return undefined;
  if (!(equivalent >= LEAST_EQUIVALENT && equivalent <= MOST_EQUIVALENT)) return undefined;
  return (equivalent / FRAME_DIAGONAL) * Math.hypot(photoWidth, photoHeight);
}

/**
 * The sheet's true height / width, recovered from how perspective bends it.
 *
 * With the principal point at the photo's centre, the columns of the homography from the unit square are
 * h1 = K r1 * width and h2 = K r2 * height up to one scale; r1 and r2 are unit vectors at right angles.
 * The right angle gives the focal length, the unit lengths give height / width (Z. Zhang and L. He,
 * "Whiteboard scanning and image enhancement", 2007, section 3). A sheet seen almost straight on says
 * nothing about the focal length: then that of a common phone is taken, and it hardly matters.
 *
 * @param quad photo pixels
 */
export function recoverProportion(quad: Quad, options: ProportionOptions): number {
  const { photoWidth, photoHeight } = options;
  const longSide = Math.max(photoWidth, photoHeight);
  const h = squareToQuad(quad);
  const cx = photoWidth / 2;
  const cy = photoHeight / 2;
  // Columns one and two, moved so that the principal point is the origin.
  const a: Vector = [h[0] - cx * h[6], h[3] - cy * h[6], h[6]];
  const b: Vector = [h[1] - cx * h[7], h[4] - cy * h[7], h[7]];
  const focal = options.focal ?? solveFocal(a, b, longSide) ?? USUAL_FOCAL * longSide;
  return trueLength(b, focal) / trueLength(a, focal);
}

type Vector = readonly [number, number, number];

/** From a . b = 0 under the camera: f^2 = -(a0 b0 + a1 b1) / (a2 b2). Null when ill-conditioned or absurd. */
function solveFocal(a: Vector, b: Vector, longSide: number): number | null {
  // a[2] is how much the scale changes across the sheet; below a few per cent the corners' noise rules.
  const lengthA = Math.hypot(a[0], a[1]);
  const lengthB = Math.hypot(b[0], b[1]);
  const slantA = (Math.abs(a[2]) * longSide) / lengthA;
  const slantB = (Math.abs(b[2]) * longSide) / lengthB;
  if (slantA < 0.06 || slantB < 0.06) return null;
  const squared = -(a[0] * b[0] + a[1] * b[1]) / (a[2] * b[2]);
  if (!(squared > 0)) return null;
  const focal = Math.sqrt(squared);
  return focal > 0.45 * longSide && focal < 2.2 * longSide ? focal : null;
}

function trueLength([x, y, z]: Vector, focal: number): number {
  return Math.hypot(x / focal, y / focal, z);
}
