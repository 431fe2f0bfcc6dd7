import { createRgba } from '@ravlo/core';
import { sharpness } from './sharpness';

/** Black bars whose edges are so many pixels wide. */
function bars(edge: number) {
  const image = createRgba(120, 40);
  for (let i = 0, at = 0; i < 120 * 40; i++, at += 4) {
    const away = Math.abs(((i % 120) % 24) - 12) - 6;
    const value = 255 * Math.min(1, Math.max(0, away / edge + 0.5));
    image.data.set([value, value, value, 255], at);
  }
  return image;
}

it('is higher the steeper the edges', () => {
  const [sharp, soft, blurred] = [1, 3, 6].map((edge) => sharpness(bars(edge)));
  expect(sharp).toBeGreaterThan(soft);
  expect(soft).toBeGreaterThan(blurred);
  expect(blurred).toBeCloseTo(255 / 6, 0);
});
