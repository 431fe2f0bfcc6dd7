import type { EdgePicture } from '@ravlo/core';
import type { Corners } from '@ravlo/contract';
import { moveSide, type PhotoSize } from './outlineEdits';

/**
 * Helps a hand that moves slowly: a corner or a side that comes near a strong edge of the photo is put on it. What is
 * near is measured in photo px.
 */

/** A side is looked at in so many places, not quite to its ends: corners are round. */
const SAMPLES = 40;
const FROM_END = 0.06;
/** The best place must be this much stronger than the median of those around, and this strong. */
const STANDS_OUT = 1.6;
const LEAST = 14;
/** Places that are tried to each side. */
const STEPS = 6;

/** How strong the photo's edge is along a line, 0 to 255. */
export function strengthAlong(
  edges: EdgePicture,
  from: readonly [number, number],
  to: readonly [number, number],
): number {
  let sum = 0;
  for (let k = 0; k < SAMPLES; k++) {
    const t = FROM_END + ((1 - 2 * FROM_END) * k) / (SAMPLES - 1);
    const x = Math.round((from[0] + (to[0] - from[0]) * t) / edges.scale - 0.5);
    const y = Math.round((from[1] + (to[1] - from[1]) * t) / edges.scale - 0.5);
    if (x >= 0 && y >= 0 && x < edges.width && y < edges.height) sum += edges.data[y * edges.width + x];
  }
  return sum / SAMPLES;
}

/** The corners with one put where both its sides lie on the strongest edges near it; as they are when none stands out. */
export function snapCorner(corners: Corners, index: number, edges: EdgePicture, reach: number): Corners {
  const before = corners[(index + 3) % 4];
  const behind = corners[(index + 1) % 4];
  const strength = (at: readonly [number, number]) =>
    strengthAlong(edges, before, at) + strengthAlong(edges, at, behind);
  const tried: { value: number; at: [number, number]; far: number }[] = [];
  for (let j = -STEPS; j <= STEPS; j++) {
    for (let i = -STEPS; i <= STEPS; i++) {
      const [dx, dy] = [(i * reach) / STEPS, (j * reach) / STEPS];
      const far = Math.hypot(dx, dy);
      if (far > reach) continue;
      const at: [number, number] = [corners[index][0] + dx, corners[index][1] + dy];
      tried.push({ value: strength(at), at, far });
    }
  }
  const best = bestOf(tried, 2 * LEAST);
  return best ? (corners.map((corner, i) => (i === index ? best.at : corner)) as Corners) : corners;
}

/** The same for a side, which moves parallel to itself. */
export function snapSide(
  corners: Corners,
  index: number,
  edges: EdgePicture,
  reach: number,
  photo: PhotoSize,
): Corners {
  const [from, to] = [corners[index], corners[(index + 1) % 4]];
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const normal = [-(to[1] - from[1]) / length, (to[0] - from[0]) / length];
  const tried = Array.from({ length: 4 * STEPS + 1 }, (_, k) => {
    const far = ((k - 2 * STEPS) * reach) / (2 * STEPS);
    const at = moveSide(corners, index, normal[0] * far, normal[1] * far, photo);
    return { value: strengthAlong(edges, at[index], at[(index + 1) % 4]), at, far: Math.abs(far) };
  });
  return bestOf(tried, LEAST)?.at ?? corners;
}

/** The strongest, the nearest of equals; null when it does not stand out. */
function bestOf<T extends { value: number; far: number }>(tried: readonly T[], least: number): T | null {
  const sorted = [...tried].sort((a, b) => b.value - a.value || a.far - b.far);
  const median = sorted[sorted.length >> 1].value;
  const [best] = sorted;
  return best.value >= least && best.value >= STANDS_OUT * median ? best : null;
}
