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
