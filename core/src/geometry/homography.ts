import type { Point, Quad } from './quad';

/**
 * A plane projective map as nine numbers, row by row:
 * (x, y) -> ((h0 x + h1 y + h2) / (h6 x + h7 y + h8), (h3 x + h4 y + h5) / (h6 x + h7 y + h8)).
 */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The homography that takes the unit square (0,0) (1,0) (1,1) (0,1) to a quad, in closed form
 * (P. Heckbert, "Fundamentals of texture mapping and image warping", 1989, section 2.2.3).
 *
 * @throws RangeError when three corners lie on one line
 */
export function squareToQuad(quad: Quad): Homography {
  const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = quad;
  const sx = x0 - x1 + x2 - x3;
  const sy = y0 - y1 + y2 - y3;
  const dx1 = x1 - x2;
  const dx2 = x3 - x2;
  const dy1 = y1 - y2;
  const dy2 = y3 - y2;
  const determinant = dx1 * dy2 - dx2 * dy1;
  const size = Math.abs(dx1 * dy2) + Math.abs(dx2 * dy1);
  if (Math.abs(determinant) <= 1e-12 * size || size === 0) {
    throw new RangeError('Three of the four corners lie on one line');
  }
  const g = (sx * dy2 - dx2 * sy) / determinant;
  const h = (dx1 * sy - sx * dy1) / determinant;
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1];
}

/** The homography that takes a width x height rectangle (page pixels) to a quad. */
export function rectangleToQuad(width: number, height: number, quad: Quad): Homography {
  const h = squareToQuad(quad);
  return [
    h[0] / width,
    h[1] / height,
    h[2],
    h[3] / width,
    h[4] / height,
    h[5],
    h[6] / width,
    h[7] / height,
    h[8],
  ];
}

/** Sends a point through a homography. */
export function project(h: Homography, [x, y]: Point): Point {
  const w = h[6] * x + h[7] * y + h[8];
  return [(h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w];
}

/** The inverse map, by the adjugate. */
export function invert(h: Homography): Homography {
  const [a, b, c, d, e, f, g, i, j] = h;
  return [
    e * j - f * i,
    c * i - b * j,
    b * f - c * e,
    f * g - d * j,
    a * j - c * g,
    c * d - a * f,
    d * i - e * g,
    b * g - a * i,
    a * e - b * d,
  ];
}

/** First `inner`, then `outer`. */
export function compose(outer: Homography, inner: Homography): Homography {
  const r: number[] = [];
  for (let row = 0; row < 3; row++) {
    for (let column = 0; column < 3; column++) {
      r.push(
        outer[row * 3] * inner[column] +
          outer[row * 3 + 1] * inner[3 + column] +
          outer[row * 3 + 2] * inner[6 + column],
      );
    }
  }
  return r as unknown as Homography;
}
