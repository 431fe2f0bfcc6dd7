/** How a sheet is bent along one direction. The slopes are height over length where the sheet begins and ends. */
export interface CurlPlan {
  /** bent from left to right (a bound book) or from top to bottom (a sheet that was rolled up) */
  readonly along: 'x' | 'y';
  readonly startSlope: number;
  readonly endSlope: number;
}

/**
 * A general cylinder over the desk: height over the length on the desk, and the length along the paper. All mm.
 * Both ends touch the desk.
 */
export interface Surface {
  readonly along: 'x' | 'y';
  /** length of the bent sheet's shadow straight down; the sheet's own length is longer */
  readonly reach: number;
  /** how high the paper stands over the desk at a place (0 to reach) */
  heightAt(place: number): number;
  slopeAt(place: number): number;
  /** length along the paper from its start to a place */
  paperAt(place: number): number;
  /** the inverse of paperAt */
  placeAt(paper: number): number;
}

const STEPS = 512;

/** The cubic that leaves the desk with one slope and meets it again with the other, over the unit length. */
const cubic = (a: number, b: number, t: number) => ((a + b) * t * t - (2 * a + b) * t + a) * t;
const cubicSlope = (a: number, b: number, t: number) => 3 * (a + b) * t * t - 2 * (2 * a + b) * t + a;

/** Bends a sheet of the given length (mm) along the plan's direction; null leaves it flat. */
export function bendSheet(plan: CurlPlan, length: number): Surface {
  const { startSlope: a, endSlope: b, along } = plan;
  const lengths = new Float64Array(STEPS + 1);
  for (let i = 1; i <= STEPS; i++) {
    const rise = cubic(a, b, i / STEPS) - cubic(a, b, (i - 1) / STEPS);
    lengths[i] = lengths[i - 1] + Math.hypot(1 / STEPS, rise);
  }
  const reach = length / lengths[STEPS];
  const clamped = (place: number) => Math.min(1, Math.max(0, place / reach));
  return {
    along,
    reach,
    heightAt: (place) => (place <= 0 || place >= reach ? 0 : reach * cubic(a, b, place / reach)),
    slopeAt: (place) => cubicSlope(a, b, clamped(place)),
    paperAt: (place) => {
      const t = clamped(place) * STEPS;
      const i = Math.min(STEPS - 1, Math.floor(t));
      return reach * (lengths[i] + (lengths[i + 1] - lengths[i]) * (t - i));
    },
    placeAt: (paper) => {
      const wanted = paper / reach;
      let low = 0;
      let high = STEPS;
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (lengths[middle] <= wanted) low = middle;
        else high = middle;
      }
      const share = (wanted - lengths[low]) / (lengths[high] - lengths[low]);
      return ((low + share) / STEPS) * reach;
    },
  };
}
