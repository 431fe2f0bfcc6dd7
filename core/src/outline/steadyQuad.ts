import { mapQuad, rotateCorners, type Quad } from '../geometry/quad';

/** Moves smaller than this share of the picture's diagonal are taken for noise, larger than that for the sheet's. */
const NOISE = 0.004;
const MOVE = 0.016;
/** How far a step goes towards a new place that differs by noise alone. */
const LEAST_GAIN = 0.12;

/**
 * A quad that follows another without its jitter: a small difference is followed slowly, a large one at once. The
 * corners are first named as those of the quad before, so that it does not spin.
 *
 * @param diagonal of the picture, px
 */
export function steadyQuad(before: Quad, now: Quad, diagonal: number): Quad {
  const turned = [0, 1, 2, 3]
    .map((first) => rotateCorners(now, first))
    .reduce((best, quad) => (moveOf(before, quad) < moveOf(before, best) ? quad : best));
  const move = moveOf(before, turned) / diagonal;
  const share = Math.min(1, Math.max(0, (move - NOISE) / (MOVE - NOISE)));
  const gain = LEAST_GAIN + (1 - LEAST_GAIN) * share * share * (3 - 2 * share);
  return mapQuad(turned, (corner) => {
    const [x, y] = before[turned.indexOf(corner)];
    return [x + (corner[0] - x) * gain, y + (corner[1] - y) * gain];
  });
}

/** The farthest that a corner has moved, px. */
function moveOf(before: Quad, now: Quad): number {
  return Math.max(...now.map(([x, y], i) => Math.hypot(x - before[i][0], y - before[i][1])));
}
