import { kernels, type Kernels } from '../kernels/kernels';
import { createPlane, type Plane, type Rgba } from './image';

/** Light, and two colour differences in which a coloured desk stands out from paper of the same lightness. */
export interface OpponentPlanes {
  /** (R + 2G + B) / 4, 0 to 255 */
  readonly light: Plane;
  /** (R - B) / 2, -127 to 127 */
  readonly warm: Plane;
  /** (2G - R - B) / 4, -127 to 127 */
  readonly green: Plane;
}

/** Splits an image into one light and two colour-difference planes. */
export function opponentPlanes(image: Rgba): OpponentPlanes {
  const quick = kernels();
  return quick ? opponentPlanesQuickly(quick, image) : opponentPlanesPlainly(image);
}

function opponentPlanesQuickly(quick: Kernels, { width, height, data }: Rgba): OpponentPlanes {
  const size = width * height;
  const [pixels, ...planes] = quick.room(...Array<number>(4).fill(size * 4));
  quick.words(pixels, size).set(new Uint32Array(data.buffer, data.byteOffset, size));
  quick.opponentPlanes(pixels, size, planes[0], planes[1], planes[2]);
  const [light, warm, green] = planes.map((plane): Plane => {
    return { width, height, data: quick.floats(plane, size).slice() };
  });
  return { light, warm, green };
}

/** The reference for the kernel. */
export function opponentPlanesPlainly(image: Rgba): OpponentPlanes {
  const { width, height, data } = image;
  const light = createPlane(width, height);
  const warm = createPlane(width, height);
  const green = createPlane(width, height);
  for (let i = 0, at = 0; i < light.data.length; i++, at += 4) {
    const r = data[at];
    const g = data[at + 1];
    const b = data[at + 2];
    light.data[i] = (r + 2 * g + b) / 4;
    warm.data[i] = (r - b) / 2;
    green.data[i] = (2 * g - r - b) / 4;
  }
  return { light, warm, green };
}
