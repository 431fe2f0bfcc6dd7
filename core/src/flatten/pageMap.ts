import type { Quad } from '../geometry/quad';
import type { Cylinder } from './cylinder';
import { squareToQuad } from '../geometry/homography';

/** Where the places of a flat page lie in the photo. */
export interface PageMap {
  /**
   * One row of a page of width x height pixels: for x0, x0 + 1, ... the photo pixels [x, y] of (x, y) on the page, into
   * `out`, two numbers a place.
   */
  row(x0: number, y: number, width: number, height: number, out: Float32Array): void;
}

/** The map of a flat sheet: a homography. */
export function flatMap(quad: Quad): PageMap {
  const h = squareToQuad(quad);
  return {
    row(x0, y, width, height, out) {
      const [s, t] = [x0 / width, y / height];
      const [du, dv, dw] = [h[0] / width, h[3] / width, h[6] / width];
      let u = h[0] * s + h[1] * t + h[2];
      let v = h[3] * s + h[4] * t + h[5];
      let w = h[6] * s + h[7] * t + h[8];
      for (let i = 0; i < out.length; i += 2) {
        const inverse = 1 / w;
        out[i] = u * inverse;
        out[i + 1] = v * inverse;
        u += du;
        v += dv;
        w += dw;
      }
    },
  };
}

const KNOTS = 256;

/**
 * The map of a sheet bent like a cylinder: along every ruling the paper runs evenly in space, so in the photo its two
 * ends are mixed by their depths.
 */
export function cylinderMap(cylinder: Cylinder): PageMap {
  const knots = Array.from({ length: KNOTS + 1 }, (_, i) => cylinder.at(i / KNOTS));
  return {
    row(x0, y, width, height, out) {
      const v = y / height;
      for (let i = 0, x = x0; i < out.length; i += 2, x++) {
        const at = Math.min(KNOTS - 1e-6, Math.max(0, (x / width) * KNOTS));
        const k = at | 0;
        const f = at - k;
        const a = knots[k];
        const b = knots[k + 1];
        const top = (1 - v) * (a.topDepth + (b.topDepth - a.topDepth) * f);
        const bottom = v * (a.bottomDepth + (b.bottomDepth - a.bottomDepth) * f);
        const inverse = 1 / (top + bottom);
        out[i] =
          (top * (a.topX + (b.topX - a.topX) * f) + bottom * (a.bottomX + (b.bottomX - a.bottomX) * f)) *
          inverse;
        out[i + 1] =
          (top * (a.topY + (b.topY - a.topY) * f) + bottom * (a.bottomY + (b.bottomY - a.bottomY) * f)) *
          inverse;
      }
    },
  };
}

/**
 * A map turned about the middle of its page.
 *
 * @param degrees clockwise, what is on the page turns so
 * @param size of the page that the map makes, in any unit
 */
export function turnedMap(
  map: PageMap,
  degrees: number,
  size: { readonly width: number; readonly height: number },
): PageMap {
  const angle = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const place = new Float32Array(2);
  return {
    row(x0, y, width, height, out) {
      const down = (y / height - 0.5) * size.height;
      for (let i = 0, x = x0; i < out.length; i += 2, x++) {
        const across = (x / width - 0.5) * size.width;
        const s = (across * cos + down * sin) / size.width + 0.5;
        const t = (down * cos - across * sin) / size.height + 0.5;
        map.row(s, t, 1, 1, place);
        out[i] = place[0];
        out[i + 1] = place[1];
      }
    },
  };
}
