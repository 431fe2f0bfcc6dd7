/** Fractions of a pixel that places are rounded to. */
const PHASES = 64;
/** Footprints are told apart by this much: each needs its own table of weights. */
const FOOTPRINT_STEP = 1 / 8;

/**
 * The weights of the four pixels round a place, for each of 64 phases from on the second pixel to just short of the
 * third.
 *
 * Where a page pixel is no larger than a photo pixel, a cubic through the pixels (R. Keys, "Cubic convolution
 * interpolation for digital image processing", 1981), which enlarges without blur; where it is twice as large, the share that the page pixel covers of each photo pixel, which
 * does not alias; in between, a mix.
 *
 * @param footprint photo pixels a page pixel, 1 to 2
 * @param whole what the four weights of a phase add up to
 * @returns 64 x 4 whole numbers
 */
export function tapWeights(footprint: number, whole: number): Int16Array {
  const share = Math.min(1, Math.max(0, footprint - 1));
  const weights = new Int16Array(PHASES * 4);
  for (let phase = 0; phase < PHASES; phase++) {
    const place = phase / PHASES;
    const exact = [-1, 0, 1, 2].map((tap) => {
      const away = Math.abs(place - tap);
      return whole * ((1 - share) * cubic(away) + share * covered(place, tap, footprint));
    });
    const rounded = exact.map(Math.round);
    // Rounding must not make a page darker or lighter: the largest weight takes up what is left over.
    const largest = rounded.indexOf(Math.max(...rounded));
    rounded[largest] += whole - rounded.reduce((sum, value) => sum + value, 0);
    weights.set(rounded, phase * 4);
  }
  return weights;
}

/** Slope of the cubic one pixel away: Keys' own -0.5 is the softest that is in use, this the steepest. */
const A = -0.75;

function cubic(away: number): number {
  if (away < 1) return 1 - (A + 3) * away ** 2 + (A + 2) * away ** 3;
  if (away < 2) return A * (away ** 3 - 5 * away ** 2 + 8 * away - 4);
  return 0;
}

/** Share of a stretch of `footprint` pixels round a place that lies in the pixel round `tap`. */
function covered(place: number, tap: number, footprint: number): number {
  const from = Math.max(place - footprint / 2, tap - 0.5);
  const to = Math.min(place + footprint / 2, tap + 0.5);
  return Math.max(0, to - from) / footprint;
}

const tables = new Map<string, Int16Array>();

/** The table for the nearest of a few footprints, made once. */
export function weightsFor(footprint: number, whole: number): Int16Array {
  const step = Math.round(Math.min(2, Math.max(1, footprint || 1)) / FOOTPRINT_STEP);
  const key = `${step} ${whole}`;
  let table = tables.get(key);
  if (!table) tables.set(key, (table = tapWeights(step * FOOTPRINT_STEP, whole)));
  return table;
}

/** In which order, and how often, the kernel wants the four weights of a phase across and down. */
export const BY_PAIRS: readonly number[] = [0, 1, 0, 1, 2, 3, 2, 3];
export const BY_EIGHTS: readonly number[] = [0, 1, 2, 3].flatMap((tap) => Array<number>(8).fill(tap));

const spreads = new Map<Int16Array, Int16Array>();

/** A table with the four weights of every phase in another order, some repeated; made once. */
export function spreadWeights(weights: Int16Array, order: readonly number[]): Int16Array {
  let result = spreads.get(weights);
  if (!result) {
    const length = order.length;
    result = new Int16Array((weights.length / 4) * length);
    for (let i = 0; i < result.length; i++) {
      result[i] = weights[Math.floor(i / length) * 4 + order[i % length]];
    }
    spreads.set(weights, result);
  }
  return result;
}
