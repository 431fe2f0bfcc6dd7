import { develop, findOutline, findUpright, flatten, turnQuarter, type Outline } from '@ravlo/core';
import { CATEGORIES, photograph, sceneFromSeed, type Photograph } from '@ravlo/studio';
import { flattenScore } from './flattenScores';
import { rectifiedIou } from './outlineScores';
import { mean, median, shareOver } from './statistics';

/** One of each category. */
const SEEDS = Array.from({ length: CATEGORIES.length }, (_, i) => 26 * CATEGORIES.length + i);
const SIZE = { width: 900, height: 1200 };
const TURNS = [0, 90, 180, 270] as const;
/** A photo, and the outline that is found in it. */
interface Found extends Photograph {
  readonly outline: Outline;
}
/** In good light the paper must come out white. */
const WELL_LIT: readonly string[] = ['easy', 'pale-desk', 'clutter', 'curl', 'squared-lined'];

describe('on drawn scenes', () => {
  let photos: Found[];
  beforeAll(async () => {
    photos = [];
    for (const seed of SEEDS) {
      const photo = await photograph(sceneFromSeed(seed, SIZE));
      photos.push({ ...photo, outline: findOutline(photo.image) });
    }
  });

  it('finds nearly every sheet, exactly, and is not sure of a wrong one', () => {
    const found = photos.map(({ truth, outline: { quad, confidence, further, isAllSheet } }) => {
      if (truth.isFull && !quad) return { iou: isAllSheet ? 1 : 0, confidence };
      const found = [quad, ...further.map((page) => page.quad)];
      const ious = [truth, ...truth.others].map(({ corners }) =>
        Math.max(...found.map((page) => rectifiedIou(page, corners, ...truth.sheetMm))),
      );
      return { iou: mean(ious), confidence };
    });
    const ious = found.map(({ iou }) => iou);
    expect(shareOver(ious, 0.95)).toBeGreaterThanOrEqual(0.8);
    expect(median(ious)).toBeGreaterThan(0.99);
    for (const { iou, confidence } of found) if (confidence > 0.9) expect(iou).toBeGreaterThan(0.95);
  });

  it('tells which way up the writing is, however the page lies, or that it is not sure', () => {
    let [right, pages] = [0, 0];
    for (const { image, truth } of photos) {
      // A book's print is too small to be read in so small a photo of both its pages.
      if (truth.lines < 5 || truth.others.length > 0) continue;
      // The corners start at the page's own top left: it comes out upright.
      const page = flatten(image, truth.corners, { dpi: 100, longSide: 1170 }).image;
      for (const turn of TURNS) {
        const upright = findUpright(turnQuarter(page, turn));
        const isRight = upright.turn === (360 - turn) % 360;
        if (!isRight) expect(upright.confidence).toBeLessThan(0.9);
        if (isRight) right++;
        pages++;
      }
    }
    expect(right / pages).toBeGreaterThan(0.94);
  });

  it('flattens a bent sheet so that its grid comes out straight', () => {
    const { outline, truth } = photos.find((photo) => photo.truth.isCurled)!;
    expect(outline.bows).not.toBeNull();
    const { displacement } = flattenScore(outline, truth);
    const { displacement: asIfFlat } = flattenScore({ ...outline, bows: null }, truth);
    expect(displacement).toBeLessThan(1.5);
    expect(displacement).toBeLessThan(asIfFlat);
  });

  it('names the corners clockwise from the top of the picture', () => {
    for (const { quad } of photos.map(({ outline }) => outline)) {
      if (quad) expect(quad[1][0] - quad[0][0]).toBeGreaterThan(Math.abs(quad[1][1] - quad[0][1]) * 0.5);
    }
  });

  it('develops to white paper with the ink still on it', () => {
    for (const { image, truth, sheet } of photos) {
      if (!WELL_LIT.includes(truth.category)) continue;
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
