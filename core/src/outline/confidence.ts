import type { QuadFeatures } from './scoreQuad';

/**
 * How likely it is that the quad is the sheet, 0 to 1: a logistic function of the measured features, its
 * weights fitted on drawn scenes (`npm run measure` prints how well it holds).
 */
export function outlineConfidence(f: QuadFeatures): number {
  const sum =
    -4.2 +
    5 * f.meanSupport +
    5 * f.leastSupport +
    1.2 * f.lighter +
    2 * f.area -
    3 * f.overrun -
    4 * f.unseen;
  return 1 / (1 + Math.exp(-sum));
}
