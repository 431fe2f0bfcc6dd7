import type { Rgba } from '../raster/image';

/** Every so many rows and columns are looked at. */
const STEP = 3;
/** A board is darker than this, 0 to 255. */
const DARK = 120;
/** Chalk is lighter than the board by this factor and so many levels. */
const LIGHTER = [1.5, 35] as const;
/** The share of a board that chalk covers. */
const COVER = [0.003, 0.3] as const;
/** Nothing on a board is much darker than it is: the darkest two hundredth, over the board. */
const NO_INK = 0.62;
/** Chalk is strokes, not a lamp's reflection: so many light runs in a row on average. */
const LEAST_RUNS = 2;

/** True where light is written on dark, as chalk on a dark board: looks that whiten the paper would wipe it off. */
export function isChalk({ width, height, data }: Rgba): boolean {
  const counts = new Uint32Array(256);
  let total = 0;
  for (let y = 0; y < height; y += STEP) {
    for (let x = 0, at = y * width * 4; x < width; x += STEP, at += 4 * STEP, total++) {
      counts[(data[at] + 2 * data[at + 1] + data[at + 2]) >> 2]++;
    }
  }
  const at = (share: number) => {
    let seen = 0;
    for (let level = 0; level < 256; level++) if ((seen += counts[level]) > share * total) return level;
    return 255;
  };
  const board = at(0.5);
  if (board > DARK || at(0.005) < NO_INK * board) return false;
  const from = board * LIGHTER[0] + LIGHTER[1];
  let covered = 0;
  let runs = 0;
  let rows = 0;
  for (let y = 0; y < height; y += STEP) {
    let before = false;
    let found = 0;
    for (let x = 0, i = y * width * 4; x < width; x++, i += 4) {
      const isLight = (data[i] + 2 * data[i + 1] + data[i + 2]) / 4 > from;
      if (isLight) covered++;
      if (isLight && !before) found++;
      before = isLight;
    }
    if (found > 0) rows++;
    runs += found;
  }
  const cover = covered / (width * Math.ceil(height / STEP));
  return cover > COVER[0] && cover < COVER[1] && runs > LEAST_RUNS * rows;
}
