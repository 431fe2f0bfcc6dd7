import { develop, findOutline, intersectionOverUnion } from '@ravlo/core';
import { photograph, sceneFromSeed, type Photograph } from '@ravlo/studio';
import { mean, median, shareOver } from './statistics';

const SEEDS = [301, 302, 303, 304, 305, 306, 307, 308, 309, 310, 311, 312];
const SIZE = { width: 900, height: 1200 };

describe('on drawn scenes', () => {
  let photos: Photograph[];
  beforeAll(async () => {
    photos = [];
    for (const seed of SEEDS) photos.push(await photograph(sceneFromSeed(seed, SIZE)));
  }, 120_000);

  it('finds nearly every sheet, exactly, and is not sure of a wrong one', () => {
    const found = photos.map(({ image, truth }) => {
      const { quad, confidence } = findOutline(image);
      return {
        iou: quad ? Math.max(...turned(quad).map((q) => intersectionOverUnion(q, truth.corners))) : 0,
        confidence,
      };
    });
    const ious = found.map(({ iou }) => iou);
    expect(shareOver(ious, 0.95)).toBeGreaterThanOrEqual(0.8);
    expect(median(ious)).toBeGreaterThan(0.99);
    for (const { iou, confidence } of found) if (confidence > 0.9) expect(iou).toBeGreaterThan(0.95);
  });

  it('names the corners clockwise from the top of the picture', () => {
    for (const { image } of photos) {
      const { quad } = findOutline(image);
      if (quad) expect(quad[1][0] - quad[0][0]).toBeGreaterThan(Math.abs(quad[1][1] - quad[0][1]) * 0.5);
    }
  });

  it('develops to white paper with the ink still on it', () => {
    for (const { image, truth, sheet } of photos) {
      const page = develop(image, { outline: truth.corners, turn: 0, look: 'daylight' }, { dpi: 100 }).image;
      const inkShare = mean([...sheet.ink].map((value) => (value > 128 ? 1 : 0)));
      let dark = 0;
      let white = 0;
      for (let i = 0; i < page.data.length; i += 4) {
        if (page.data[i + 1] < 200) dark++;
        if (page.data[i + 1] > 240) white++;
      }
      const pixels = page.data.length / 4;
      expect(white / pixels).toBeGreaterThan(0.7);
      expect(dark / pixels).toBeGreaterThan(inkShare * 0.3);
    }
  });
});

function turned<T>(quad: readonly [T, T, T, T]): (readonly [T, T, T, T])[] {
  const [a, b, c, d] = quad;
  return [quad, [b, c, d, a], [c, d, a, b], [d, a, b, c]];
}
