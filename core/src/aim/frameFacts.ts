import { project, squareToQuad } from '../geometry/homography';
import { tiltOf } from '../geometry/tilt';
import type { Quad } from '../geometry/quad';
import { median, quantile } from '../statistics/quantile';
import { MM_PER_INCH } from '../geometry/pageScale';
import { PAPERS } from '../geometry/sheetSize';
import type { Rgba } from '../raster/image';
import { sheetSignature, type SheetSignature } from './sheetSignature';

/** What is measured on one frame of the camera while a sheet is in view. */
export interface SheetFacts {
  /** light of the bare paper, 0 to 255, the median over the sheet */
  readonly light: number;
  /** share of the sheet that is burnt out by a reflection, 0 to 1 */
  readonly glare: number;
  /** share of the sheet that lies in a shadow, 0 to 1 */
  readonly shadow: number;
  /** radians from straight down */
  readonly tilt: number;
  /** dots an inch that the photo will have on an A4 sheet */
  readonly dpi: number;
  /** all four corners are in the frame, a little from its border */
  readonly isWhole: boolean;
  /** how far the ground beside the sheet is from the paper, grey levels */
  readonly contrast: number;
  /** how steep the ink's edges are against how deep: about 0.8 sharp, below 0.5 smeared; null where there is no ink */
  readonly sharpness: number | null;
  readonly signature: SheetSignature;
}

export interface FrameFactsOptions {
  /** photo pixels a frame pixel: the photo is taken larger than the frames */
  readonly photoScale: number;
}

const COLUMNS = 18;
const ROWS = 24;
/** Paper this much lighter than the sheet's own median, and nearly white, is burnt out. */
const BURNT = 250;
const BURNT_STEP = 22;
/** Paper darker than this share of the sheet's bright parts lies in a shadow. */
const SHADED = 0.66;
const EDGE_MARGIN = 0.006;

/** Measures what matters to a photo of the sheet inside a quad (frame pixels). */
export function sheetFacts(frame: Rgba, quad: Quad, { photoScale }: FrameFactsOptions): SheetFacts {
  const paper = paperCells(frame, quad);
  const light = median(paper);
  const bright = quantile(paper, 0.9);
  const share = (isSo: (value: number) => boolean) => paper.filter(isSo).length / paper.length;
  const sides = quad.map(([x, y], i) => Math.hypot(quad[(i + 1) % 4][0] - x, quad[(i + 1) % 4][1] - y));
  const long = Math.max(sides[0] + sides[2], sides[1] + sides[3]) / 2;
  const margin = EDGE_MARGIN * Math.max(frame.width, frame.height);
  return {
    light,
    glare: share((value) => value >= BURNT && value > light + BURNT_STEP),
    shadow: share((value) => value < SHADED * bright),
    tilt: tiltOf(quad, { photoWidth: frame.width, photoHeight: frame.height }),
    dpi: (long * photoScale * MM_PER_INCH) / PAPERS.a4.height,
    isWhole: quad.every(
      ([x, y]) => x > margin && y > margin && x < frame.width - margin && y < frame.height - margin,
    ),
    contrast: contrastAround(frame, quad),
    sharpness: sharpnessIn(frame, quad),
    signature: sheetSignature(frame, quad),
  };
}

/** The mean light of a whole frame, 0 to 255, from every so many pixels. */
export function frameLight({ data }: Rgba): number {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < data.length; i += 4 * 37) {
    sum += (data[i] + 2 * data[i + 1] + data[i + 2]) / 4;
    count++;
  }
  return sum / count;
}

function lightAt({ width, height, data }: Rgba, x: number, y: number): number {
  const px = Math.min(width - 1, Math.max(0, Math.floor(x)));
  const py = Math.min(height - 1, Math.max(0, Math.floor(y)));
  const at = (py * width + px) * 4;
  return (data[at] + 2 * data[at + 1] + data[at + 2]) / 4;
}

/** The paper's light in each cell of a grid over the sheet: the brightest of a few places, so that ink does not count. */
function paperCells(frame: Rgba, quad: Quad): Float32Array {
  const h = squareToQuad(quad);
  const cells = new Float32Array(COLUMNS * ROWS);
  for (let row = 0; row < ROWS; row++) {
    for (let column = 0; column < COLUMNS; column++) {
      let most = 0;
      for (const [du, dv] of PLACES) {
        const u = 0.02 + (0.96 * (column + du)) / COLUMNS;
        const v = 0.02 + (0.96 * (row + dv)) / ROWS;
        const [x, y] = project(h, [u, v]);
        most = Math.max(most, lightAt(frame, x, y));
      }
      cells[row * COLUMNS + column] = most;
    }
  }
  return cells;
}

const PLACES = [
  [0.2, 0.3],
  [0.7, 0.2],
  [0.4, 0.75],
  [0.85, 0.65],
] as const;

/** The median, over places along the sides, of how far the colours on either side are apart. */
function contrastAround(frame: Rgba, quad: Quad): number {
  const h = squareToQuad(quad);
  const steps: number[] = [];
  for (let k = 1; k < 16; k++) {
    const t = k / 16;
    for (const [inside, outside] of [
      [
        [t, 0.025],
        [t, -0.025],
      ],
      [
        [t, 0.975],
        [t, 1.025],
      ],
      [
        [0.025, t],
        [-0.025, t],
      ],
      [
        [0.975, t],
        [1.025, t],
      ],
    ] as const) {
      const [ax, ay] = project(h, inside);
      const [bx, by] = project(h, outside);
      if (bx < 0 || by < 0 || bx >= frame.width || by >= frame.height) continue;
      steps.push(colourStep(frame, ax, ay, bx, by));
    }
  }
  return steps.length > 0 ? median(steps) : 0;
}

function colourStep({ width, height, data }: Rgba, ax: number, ay: number, bx: number, by: number): number {
  const index = (x: number, y: number) =>
    (Math.min(height - 1, Math.max(0, Math.floor(y))) * width +
      Math.min(width - 1, Math.max(0, Math.floor(x)))) *
    4;
  const a = index(ax, ay);
  const b = index(bx, by);
  return Math.hypot(data[a] - data[b], data[a + 1] - data[b + 1], data[a + 2] - data[b + 2]) / Math.sqrt(3);
}

/** Ink shallower than this (grey levels) is paper grain. */
const LEAST_DEPTH = 24;

/**
 * Over the steepest places inside the sheet: the change from one pixel to the next over the whole change around it. A
 * sharp edge makes nearly all of its way in two pixels, a smeared one spreads it.
 */
function sharpnessIn(frame: Rgba, quad: Quad): number | null {
  const { width, height } = frame;
  const [minX, maxX] = rangeOf(
    quad.map(([x]) => x),
    width,
  );
  const [minY, maxY] = rangeOf(
    quad.map(([, y]) => y),
    height,
  );
  const insetX = Math.ceil((maxX - minX) * 0.12) + 4;
  const insetY = Math.ceil((maxY - minY) * 0.12) + 4;
  const ratios: number[] = [];
  for (let y = minY + insetY; y < maxY - insetY; y += 2) {
    for (let x = minX + insetX; x < maxX - insetX; x++) {
      const steep = Math.abs(lightAt(frame, x + 1, y) - lightAt(frame, x - 1, y));
      if (steep < LEAST_DEPTH / 2) continue;
      let [low, high] = [255, 0];
      for (let k = -4; k <= 4; k++) {
        const value = lightAt(frame, x + k, y);
        low = Math.min(low, value);
        high = Math.max(high, value);
      }
      if (high - low >= LEAST_DEPTH) ratios.push(steep / (high - low));
    }
  }
  if (ratios.length < 40) return null;
  return median(ratios);
}

function rangeOf(values: readonly number[], size: number): [number, number] {
  return [Math.max(0, Math.floor(Math.min(...values))), Math.min(size, Math.ceil(Math.max(...values)))];
}
