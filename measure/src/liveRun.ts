import { createLiveFinder, type LiveFinder, type Point, type Quad, type Rgba } from '@ravlo/core';
import { photograph, sceneFromSeed } from '@ravlo/studio';
import { median, quantile } from './statistics';

/** How the live finder does on a camera's frames of still sheets that move once. */
export interface LiveScore {
  /** ms a frame: the median and the 95th of a hundred */
  readonly medianMs: number;
  readonly slowMs: number;
  /** the farthest a corner strays from where it is on the whole, % of the diagonal, median over the sheets */
  readonly jitter: number;
  /** frames after a move until the corners are within 1 % of the diagonal, median over the sheets that were found */
  readonly caughtUp: number;
  readonly found: number;
  readonly sheets: number;
}

const FRAME = { width: 640, height: 480 };
/** Drawn larger than a frame, so that the frame can move over it. */
const DRAWN = { width: 720, height: 540 };
const STILL_FRAMES = 45;
const MOVED_FRAMES = 20;
const STILL_AT = [40, 30] as const;
const MOVED_TO = [66, 44] as const;
const NOISE = 2.5;
const DIAGONAL = Math.hypot(FRAME.width, FRAME.height);

/** Plays a short film of each of some sheets to a live finder. */
export async function runLive(count: number, seed: number): Promise<LiveScore> {
  const times: number[] = [];
  const jitters: number[] = [];
  const catches: number[] = [];
  for (let k = 0; k < count; k++) {
    const { image, truth } = await photograph(
      sceneFromSeed(seed + k, { width: DRAWN.height, height: DRAWN.width }),
    );
    const finder = createLiveFinder();
    const play = (frames: number, [left, top]: readonly [number, number]) =>
      Array.from({ length: frames }, () => {
        const { shown, ms } = showFrame(finder, noisy(cut(image, left, top)));
        times.push(ms);
        return shown;
      });
    const still = play(STILL_FRAMES, STILL_AT).slice(STILL_FRAMES / 3);
    const moved = play(MOVED_FRAMES, MOVED_TO);
    const at = (origin: readonly [number, number]) =>
      truth.corners.map(([x, y]): Point => [x - origin[0], y - origin[1]]) as unknown as Quad;
    if (!still.every((quad): quad is Quad => quad !== null && farthest(quad, at(STILL_AT)) < 0.02 * DIAGONAL))
      continue;
    jitters.push((100 * strayOf(still)) / DIAGONAL);
    const caught = moved.findIndex((quad) => quad && farthest(quad, at(MOVED_TO)) < 0.01 * DIAGONAL);
    catches.push(caught < 0 ? MOVED_FRAMES : caught + 1);
  }
  return {
    medianMs: median(times),
    slowMs: quantile(times, 0.95),
    jitter: median(jitters),
    caughtUp: median(catches),
    found: jitters.length,
    sheets: count,
  };
}

function showFrame(finder: LiveFinder, frame: Rgba): { shown: Quad | null; ms: number } {
  const start = performance.now();
  const { quad } = finder.next(frame);
  return { shown: quad, ms: performance.now() - start };
}

/** The part of a picture that the frame shows, lying or upright as the picture is. */
function cut(image: Rgba, left: number, top: number): Rgba {
  const isLying = image.width > image.height;
  const width = isLying ? FRAME.width : FRAME.height;
  const height = isLying ? FRAME.height : FRAME.width;
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    const from = ((top + y) * image.width + left) * 4;
    data.set(image.data.subarray(from, from + width * 4), y * width * 4);
  }
  return { width, height, data };
}

/** Every frame has noise of its own. */
function noisy(frame: Rgba): Rgba {
  for (let i = 0; i < frame.data.length; i++) {
    if (i % 4 < 3) frame.data[i] += NOISE * (Math.random() + Math.random() + Math.random() - 1.5) * 2;
  }
  return frame;
}

/** The farthest that a corner is from its mean place, px. */
function strayOf(quads: readonly Quad[]): number {
  return Math.max(
    ...[0, 1, 2, 3].map((i) => {
      const mx = quads.reduce((sum, quad) => sum + quad[i][0], 0) / quads.length;
      const my = quads.reduce((sum, quad) => sum + quad[i][1], 0) / quads.length;
      return Math.max(...quads.map((quad) => Math.hypot(quad[i][0] - mx, quad[i][1] - my)));
    }),
  );
}

/** How far the corners are from the true ones at most, px, whichever corner is named first. */
function farthest(quad: Quad, truth: Quad): number {
  return Math.min(
    ...[0, 1, 2, 3].map((turn) =>
      Math.max(
        ...truth.map(([x, y], i) => {
          const [qx, qy] = quad[(i + turn) % 4];
          return Math.hypot(qx - x, qy - y);
        }),
      ),
    ),
  );
}
