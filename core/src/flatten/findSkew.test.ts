import fc from 'fast-check';
import { createRgba, type Rgba } from '../raster/image';
import { findSkew } from './findSkew';

/** A white page with rows of broken dark dashes, turned about its middle. */
function dashedPage(width: number, height: number, angle: number): Rgba {
  const page = createRgba(width, height);
  page.data.fill(255);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x - width / 2, y - height / 2];
      const u = dx * cos + dy * sin;
      const v = dy * cos - dx * sin;
      const isLine = ((v % 28) + 28) % 28 < 4 && Math.abs(v) < height * 0.38;
      const isWord = Math.sin(u * 0.13 + Math.floor(v / 28) * 2.1) > -0.3 && Math.abs(u) < width * 0.36;
      if (isLine && isWord) page.data.fill(40, (y * width + x) * 4, (y * width + x) * 4 + 3);
    }
  }
  return page;
}

describe('findSkew', () => {
  it('finds the slope of lines of writing to 0.2 degrees, up to 14 either way', () => {
    fc.assert(
      fc.property(fc.double({ min: -14, max: 14, noNaN: true }), (degrees) => {
        const { angle, confidence } = findSkew(dashedPage(600, 800, (degrees * Math.PI) / 180));
        expect(Math.abs((angle * 180) / Math.PI - degrees)).toBeLessThan(0.2);
        expect(confidence).toBeGreaterThan(0.5);
      }),
      { numRuns: 12 },
    );
  });

  it('says nothing about an empty page', () => {
    const page = createRgba(400, 500);
    page.data.fill(250);
    expect(findSkew(page)).toEqual({ angle: 0, confidence: 0 });
  });
});
