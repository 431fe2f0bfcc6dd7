import { writtenPage, paint, seededNormal } from '../../testing/pictures';
import { mapQuad, wholeQuad } from '../geometry/quad';
import { turnQuarter } from '../raster/turnQuarter';
import { sheetSignature } from './sheetSignature';
import { signatureDistance } from './signatureDistance';

const whole = (image: { width: number; height: number }) => wholeQuad(image.width, image.height);
const page = writtenPage();
/** Other words, in other places. */
const other = paint(827, 1169, (x, y) => {
  const line = Math.floor(y / 97);
  return y % 97 < 30 && y > 120 && (x * 3 + 131 * line) % 390 < 210 ? 60 : 232;
});
const blank = paint(827, 1169, () => 232);
const signature = sheetSignature(page, whole(page));

describe('what a sheet is known by', () => {
  it('is the same in other light, with noise, and the other way up', () => {
    const normal = seededNormal(5);
    const dim = writtenPage({ paper: 120, ink: 30 });
    for (let i = 0; i < dim.data.length; i++) if (i % 4 !== 3) dim.data[i] += 3 * normal();
    expect(signatureDistance(signature, sheetSignature(dim, whole(dim)))).toBeLessThan(0.1);
    const turned = turnQuarter(page, 180);
    expect(signatureDistance(signature, sheetSignature(turned, whole(turned)))).toBeLessThan(0.05);
  });

  it('is nearly the same when the outline is off by half a per cent', () => {
    const off = mapQuad(whole(page), ([x, y]) => [x * 0.995 + 2, y * 0.997 + 1]);
    expect(signatureDistance(signature, sheetSignature(page, off))).toBeLessThan(0.15);
  });

  it('tells sheets apart', () => {
    expect(signatureDistance(signature, sheetSignature(other, whole(other)))).toBeGreaterThan(0.25);
    expect(signatureDistance(signature, sheetSignature(blank, whole(blank)))).toBe(1);
  });

  it('takes two blank sheets for one', () => {
    const darker = paint(827, 1169, () => 180);
    const both = [blank, darker].map((image) => sheetSignature(image, whole(image)));
    expect(signatureDistance(both[0], both[1])).toBe(0);
  });
});
