import { addMeans } from '../net/addMeans';
import { convolve, type Features } from '../net/convolve';
import { loadLayers } from '../net/loadLayers';
import type { Quad } from '../geometry/quad';
import type { Rgba } from '../raster/image';
import { quadView, VIEW_CHANNELS, VIEW_MARGIN, VIEW_SIDE } from './quadView';
import { SIDE_NET_WEIGHTS } from './sideNetWeights';

const LAYERS = {
  a: [VIEW_CHANNELS, 12, 3, 2],
  b: [12, 24, 3, 2],
  c: [24, 32, 3, 2],
  d: [32, 32, 3, 1],
  e: [32, 32, 3, 1],
  f: [32, 32, 3, 1],
  g: [32, 4, 1, 1],
} as const;

let layer: ReturnType<typeof loadLayers<keyof typeof LAYERS>> | null = null;

/** Cells a side of the net's answer, and those nearest to the quad's sides: one outside, one inside. */
const CELLS = VIEW_SIDE / 8;
const OUTER = VIEW_MARGIN / 8 - 1;

/**
 * How likely each side of a quad is the sheet's own, as log odds: a small convolutional net over the quad as seen from above, with what is
 * about it, trained on drawn scenes by measure/src/train. It sees what lines alone do not say: whether the paper goes on beyond a side,
 * or ends before it, on another sheet or a desk.
 *
 * @param picture in whose pixels the quad is
 * @returns for the sides from corner 0 to 1, 1 to 2, 2 to 3 and 3 to 0
 * @throws RangeError when three corners lie on one line
 */
export function ownSides(picture: Rgba, quad: Quad): number[] {
  layer ??= loadLayers(LAYERS, SIDE_NET_WEIGHTS);
  let seen: Features = inputOf(quadView(picture, quad));
  for (const name of ['a', 'b', 'c', 'd', 'e', 'f'] as const) {
    seen = convolve(layer[name], seen);
    if (name === 'd' || name === 'e') addMeans(seen);
  }
  const { data, channels } = convolve(layer.g, seen, { rectify: false });
  return quad.map((_, side) => {
    let sum = 0;
    for (let across = OUTER; across < OUTER + 2; across++) {
      const far = CELLS - 1 - across;
      for (let along = OUTER; along < CELLS - OUTER; along++) {
        const cell = [
          across * CELLS + along,
          along * CELLS + far,
          far * CELLS + along,
          along * CELLS + across,
        ][side];
        sum += data[cell * channels + side];
      }
    }
    return sum / (2 * (CELLS - 2 * OUTER));
  });
}

/** Added to a view's spread, grey levels, so that noise on an even picture stays small. */
const LEAST_SPREAD = 8;
/** A sheet darker than what is about it by this share of the spread is looked at as a negative: the net has seen light paper only. */
const DARKER = 1;

/** Colours less their mean, over their spread, where there is a picture: a dim photo looks as a bright one, dark paper as light. */
function inputOf(view: Float32Array<ArrayBuffer>): Features {
  const inside = { count: 0, sum: 0, squares: 0 };
  const around = { count: 0, sum: 0, squares: 0 };
  for (let i = 0, cell = 0; i < view.length; i += VIEW_CHANNELS, cell++) {
    if (view[i + 3] === 0) continue;
    const part = isInside(cell) ? inside : around;
    part.count += 3;
    for (let c = i; c < i + 3; c++) {
      part.sum += view[c];
      part.squares += view[c] ** 2;
    }
  }
  const count = Math.max(1, inside.count + around.count);
  const mean = (inside.sum + around.sum) / count;
  const spread = Math.sqrt(Math.max(0, (inside.squares + around.squares) / count - mean ** 2)) + LEAST_SPREAD;
  const lighter =
    inside.sum / Math.max(1, inside.count) - (around.count > 0 ? around.sum / around.count : -Infinity);
  const scale = lighter < -DARKER * spread ? -spread : spread;
  for (let i = 0; i < view.length; i += VIEW_CHANNELS) {
    if (view[i + 3] === 0) continue;
    for (let c = i; c < i + 3; c++) view[c] = (view[c] - mean) / scale;
    view[i + 3] = 1;
  }
  return { width: VIEW_SIDE, height: VIEW_SIDE, channels: VIEW_CHANNELS, data: view };
}

/** Whether a pixel of a view, counted row by row, lies in the quad. */
function isInside(cell: number): boolean {
  const [x, y] = [cell % VIEW_SIDE, Math.floor(cell / VIEW_SIDE)];
  return Math.min(x, y) >= VIEW_MARGIN && Math.max(x, y) < VIEW_SIDE - VIEW_MARGIN;
}
