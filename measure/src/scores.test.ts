import type { Outline, Quad } from '@ravlo/core';
import { NO_OUTLINE } from '@ravlo/core/inside';
import { photograph, sceneOf, type Truth } from '@ravlo/studio';
import { flattenScore } from './flattenScores';
import { cornerError, rectifiedIou } from './outlineScores';
import { mean, median, shareOver } from './statistics';

const TRUTH: Quad = [
  [100, 120],
  [520, 90],
  [560, 700],
  [80, 680],
];
const outlineOf = (quad: Quad): Outline => ({ ...NO_OUTLINE, quad, confidence: 1 });

describe('rectifiedIou', () => {
  it('is one for the truth, whichever corner it starts at, and zero for none', () => {
    const turned: Quad = [TRUTH[2], TRUTH[3], TRUTH[0], TRUTH[1]];
    expect(rectifiedIou(TRUTH, TRUTH, 210, 297)).toBeCloseTo(1, 9);
    expect(rectifiedIou(turned, TRUTH, 210, 297)).toBeCloseTo(1, 9);
    expect(rectifiedIou(null, TRUTH, 210, 297)).toBe(0);
  });

  it('counts the far end of a leaning sheet as much as the near one', () => {
    const half: Quad = [
      TRUTH[0],
      TRUTH[1],
      [(TRUTH[1][0] + TRUTH[2][0]) / 2, (TRUTH[1][1] + TRUTH[2][1]) / 2],
      [(TRUTH[0][0] + TRUTH[3][0]) / 2, (TRUTH[0][1] + TRUTH[3][1]) / 2],
    ];
    expect(rectifiedIou(half, TRUTH, 210, 297)).toBeGreaterThan(0.4);
    expect(rectifiedIou(half, TRUTH, 210, 297)).toBeLessThan(0.6);
  });
});

describe('cornerError', () => {
  it('is the mean distance in per cent of the diagonal, from the best corner to start at', () => {
    const diagonal = Math.hypot(TRUTH[2][0] - TRUTH[0][0], TRUTH[2][1] - TRUTH[0][1]);
    const shifted = TRUTH.map(([x, y]) => [x + diagonal / 100, y]) as unknown as Quad;
    expect(cornerError(shifted, TRUTH)).toBeCloseTo(1, 6);
    expect(cornerError([shifted[1], shifted[2], shifted[3], shifted[0]], TRUTH)).toBeCloseTo(1, 6);
  });
});

describe('flattenScore', () => {
  let truth: Truth;
  beforeAll(async () => {
    ({ truth } = await photograph(sceneOf('easy', 4, { width: 360, height: 480 })));
  });

  it('finds nothing wrong with the truth, from any corner', () => {
    for (const first of [0, 1, 2, 3]) {
      const quad = [0, 1, 2, 3].map((i) => truth.corners[(i + first) % 4]) as unknown as Quad;
      const { displacement } = flattenScore(outlineOf(quad), truth);
      expect(displacement).toBeLessThan(0.02);
    }
  });

  it('sees a corner that is off', () => {
    const [a, b, c, d] = truth.corners;
    const { displacement } = flattenScore(outlineOf([[a[0] + 12, a[1] + 12], b, c, d]), truth);
    expect(displacement).toBeGreaterThan(0.5);
  });
});

describe('statistics', () => {
  it('are what they are called', () => {
    expect(median([5, 1, 3])).toBe(3);
    expect(median([4, 1, 3, 2])).toBe(2.5);
    expect(mean([1, 2, 6])).toBe(3);
    expect(shareOver([0.9, 0.95, 0.96, 1], 0.95)).toBe(0.5);
  });
});
