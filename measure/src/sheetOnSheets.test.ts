import { findOutline } from '@ravlo/core';
import { photograph, sceneFromSeed } from '@ravlo/studio';
import { rectifiedIou } from './outlineScores';

const SIZE = { width: 768, height: 1024 };

/** Flat sheets on others, or with a frame on them: along their sides run other edges, which are easily taken for a bend. */
const SEEDS = [24663, 24671, 24693];

describe('a flat sheet among other edges', () => {
  it.each(SEEDS)('is not bent to them: %p', async (seed) => {
    const { image, truth } = await photograph(sceneFromSeed(seed, SIZE));
    const { quad, bows } = findOutline(image);
    expect(bows).toBeNull();
    expect(rectifiedIou(quad, truth.corners, ...truth.sheetMm)).toBeGreaterThan(0.9);
  });
});
