import { findPage, fromOwnTopLeft } from './findPage';
import { createRgba, type Rgba } from './raster/image';

/** A flat scan of rows of dashes on even paper, its lines sloping by so many degrees. */
function scan(degrees: number): Rgba {
  const [width, height] = [620, 877];
  const page = createRgba(width, height);
  const angle = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x - width / 2, y - height / 2];
      const [u, v] = [dx * cos + dy * sin, dy * cos - dx * sin];
      const isLine = ((v % 30) + 30) % 30 < 4 && Math.abs(v) < height * 0.36;
      const isWord = Math.sin(u * 0.13 + Math.floor(v / 30) * 2.1) > -0.2 && Math.abs(u) < width * 0.34;
      const value = isLine && isWord ? 50 : 244;
      page.data.set([value, value, value, 255], (y * width + x) * 4);
    }
  }
  return page;
}

describe('findPage', () => {
  it('takes a flat scan whole', () => {
    expect(findPage(scan(0)).outline).toMatchObject({ quad: null, isAllSheet: true });
  });

  it('turns a flat scan level that lies askew', () => {
    for (const degrees of [-6, 3]) {
      const { quad } = findPage(scan(degrees)).outline;
      const [a, b] = quad!;
      const found = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
      expect(Math.abs(found - degrees)).toBeLessThan(0.2);
    }
  });
});

describe('fromOwnTopLeft', () => {
  it('starts at the corner that is top left once the page is turned', () => {
    const quad = [
      [0, 0],
      [10, 0],
      [10, 20],
      [0, 20],
    ] as const;
    expect(fromOwnTopLeft(quad, 0)[0]).toEqual([0, 0]);
    // Turned clockwise by a quarter, the bottom left corner comes to the top left.
    expect(fromOwnTopLeft(quad, 90)[0]).toEqual([0, 20]);
    expect(fromOwnTopLeft(quad, 180)[0]).toEqual([10, 20]);
    expect(fromOwnTopLeft(quad, 270)[0]).toEqual([10, 0]);
  });
});
