/**
 * The image types every other part is made of.
 *
 * Pixel frame: origin at the top left corner of the image, x to the right, y down, pixel centres at .5.
 * Pixel (column c, row r) therefore covers [c, c+1) x [r, r+1).
 */

/** Eight bits a channel, red green blue alpha, rows from the top: the layout of a canvas' ImageData. */
export interface Rgba {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** One 32-bit float a pixel, rows from the top. The unit (usually 0 to 255) is named where one is made. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array<ArrayBuffer>;
}

/** A new image, all zero (transparent black). */
export function createRgba(width: number, height: number): Rgba {
  assertSize(width, height);
  return { width, height, data: new Uint8ClampedArray(width * height * 4) };
}

/** A new plane, all zero. */
export function createPlane(width: number, height: number): Plane {
  assertSize(width, height);
  return { width, height, data: new Float32Array(width * height) };
}

function assertSize(width: number, height: number): void {
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1) {
    throw new RangeError(`An image needs whole sides of at least one pixel, not ${width} x ${height}`);
  }
}
