import { outOfFocus, paint, seededNormal, writtenPage } from '../../testing/pictures';
import type { Rgba } from '../raster/image';
import { median } from '../statistics/quantile';
import { softness, SOFTEST } from './softness';

const big = { width: 1240, height: 1754 };
const softnessOf = (page: Rgba) => median(softness(page, 2).data);

describe('how soft strokes are', () => {
  it('is nothing on a page in focus, and the more the further it is out of it', () => {
    const page = writtenPage(big);
    const [sharp, soft, softer, softest] = [0, 3, 6, 12].map((by) =>
      softnessOf(by > 0 ? outOfFocus(page, by) : page),
    );
    expect(sharp).toBe(0);
    expect(soft).toBeGreaterThan(0);
    expect(softer).toBeGreaterThan(soft);
    expect(softest).toBeGreaterThan(softer);
    expect(softest).toBeLessThanOrEqual(SOFTEST);
  });

  it.each([50, 150, 205])('does not depend on how dark they are: %p', (ink) => {
    expect(softnessOf(writtenPage({ ...big, ink }))).toBe(0);
    expect(softnessOf(outOfFocus(writtenPage({ ...big, ink }), 6))).toBeGreaterThan(0.8);
  });

  it('is seen through grain', () => {
    const normal = seededNormal(3);
    const grainy = (page: Rgba) => {
      for (let i = 0; i < page.data.length; i += 4) {
        const grain = 4 * normal();
        for (let c = 0; c < 3; c++) page.data[i + c] += Math.round(grain);
      }
      return page;
    };
    expect(softnessOf(grainy(writtenPage({ ...big, ink: 150 })))).toBe(0);
    expect(softnessOf(grainy(outOfFocus(writtenPage({ ...big, ink: 150 }), 6)))).toBeGreaterThan(0.8);
  });

  it('is told place by place', () => {
    const page = writtenPage(big);
    const soft = outOfFocus(page, 8);
    const half = paint(
      big.width,
      big.height,
      (x, y) => (x < 620 ? page : soft).data[(y * big.width + x) * 4],
    );
    const { data, columns } = softness(half, 2);
    expect(data[columns]).toBe(0);
    expect(data[2 * columns - 1]).toBeGreaterThan(0.8);
  });

  it('is not the softness of a shadow that lies across pale writing', () => {
    const shaded = (from: Rgba) =>
      paint(big.width, big.height, (x, y) => {
        const light = 1 - 0.65 * Math.min(1, Math.max(0, (x - 600) / 80));
        return Math.round(from.data[(y * big.width + x) * 4] * light);
      });
    expect(Math.max(...softness(shaded(writtenPage({ ...big, ink: 205 })), 2).data)).toBeLessThan(0.3);
    expect(softnessOf(shaded(outOfFocus(writtenPage({ ...big, ink: 120 }), 6)))).toBeGreaterThan(0.8);
  });

  it.each([
    ['an empty page', paint(900, 1200, () => 230)],
    ['a page of a few pixels', paint(5, 7, (x) => 40 * x)],
  ])('is nothing on %s', (_, page) =>
    expect(softness(page, 2).data.every((value) => value === 0)).toBe(true),
  );
});
