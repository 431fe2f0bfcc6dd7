import { clean, inkMapOf } from '../clean/clean';
import { createRgba, type Rgba } from '../raster/image';
import { codePage } from './codePage';
import { pageLayers, type PageLayers } from './pageLayers';

const [WIDTH, HEIGHT] = [1654, 1169];

/** Lines of strokes in a blue pen on white paper, under a band of yellow highlighter and beside a shaded field. */
function writtenPage(): Rgba {
  const page = createRgba(WIDTH, HEIGHT);
  const noise = (i: number) => ((Math.imul(i, 2654435761) >>> 24) % 5) - 2;
  for (let y = 0, i = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, i++) {
      const isWritten = x > 200 && x < 1450 && y > 150 && y < 900;
      const wave = ((y - 150) % 75) - 30 - 14 * Math.sin(x / 9);
      const stroke = isWritten ? Math.max(0, Math.min(1, 3 - Math.abs(wave))) : 0;
      const isYellow = y > 290 && y < 340 && x > 300 && x < 900;
      const paper = isYellow ? [236, 226, 120] : [236, 234, 230];
      const ink = [40, 50, 140];
      for (let c = 0; c < 3; c++) {
        page.data[i * 4 + c] = paper[c] * (1 - stroke) + ink[c] * stroke + noise(i * 3 + c);
      }
      page.data[i * 4 + 3] = 255;
    }
  }
  return page;
}

/** The layers as a reader shows them, at the page's own resolution. */
function shown({ width, height, pictures, stencils }: PageLayers): Rgba {
  const page = createRgba(width, height);
  page.data.fill(255);
  for (const { image, left, top, width: across, height: down } of pictures) {
    for (let y = 0; y < down; y++) {
      for (let x = 0; x < across; x++) {
        const column = Math.min(image.width - 1, Math.floor((x * image.width) / across));
        const row = Math.min(image.height - 1, Math.floor((y * image.height) / down));
        const at = (row * image.width + column) * 4;
        page.data.set(image.data.subarray(at, at + 4), ((top + y) * width + left + x) * 4);
      }
    }
  }
  for (const { mask, scale, colours } of stencils) {
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        if (mask.data[Math.floor((y + 0.5) * scale) * mask.width + Math.floor((x + 0.5) * scale)] === 0)
          continue;
        const at = (Math.floor(y / colours.patch) * colours.width + Math.floor(x / colours.patch)) * 3;
        page.data.set(colours.data.subarray(at, at + 3), (y * width + x) * 4);
      }
    }
  }
  return page;
}

const lightness = ({ data }: Rgba, i: number) =>
  0.3 * data[i * 4] + 0.59 * data[i * 4 + 1] + 0.11 * data[i * 4 + 2];

/** Dark pixels of `a` that have none within a pixel in `b`, as a share. */
function lostIn(a: Rgba, b: Rgba): number {
  let [dark, lost] = [0, 0];
  for (let y = 1; y < a.height - 1; y++) {
    for (let x = 1; x < a.width - 1; x++) {
      const i = y * a.width + x;
      if (lightness(a, i) > 128) continue;
      dark++;
      let least = 255;
      for (const row of [-a.width, 0, a.width]) {
        for (let dx = -1; dx <= 1; dx++) least = Math.min(least, lightness(b, i + row + dx));
      }
      if (least > 128) lost++;
    }
  }
  return lost / dark;
}

describe('pageLayers', () => {
  const photo = writtenPage();
  const map = inkMapOf(photo);
  const parts = map.parts;
  if (!parts) throw new Error('The page was not taken apart');

  it.each(['daylight', 'pen', 'pencil', 'soft-grey'] as const)(
    'loses no stroke of %s, and adds none',
    (look) => {
      const page = clean(photo, look, {}, map);
      const layered = shown(pageLayers(page, parts));
      expect(lostIn(page, layered)).toBeLessThan(0.002);
      expect(lostIn(layered, page)).toBeLessThan(0.002);
    },
  );

  it('keeps colours: of the pen, and of the highlighter under it', () => {
    const page = clean(photo, 'daylight', {}, map);
    const layers = pageLayers(page, parts);
    const layered = shown(layers);
    const mean = (image: Rgba, isIn: (i: number) => boolean) => {
      const sums = [0, 0, 0, 0];
      for (let i = 0; i < WIDTH * HEIGHT; i++) {
        if (!isIn(i)) continue;
        for (let c = 0; c < 3; c++) sums[c] += image.data[i * 4 + c];
        sums[3]++;
      }
      return sums.slice(0, 3).map((sum) => sum / sums[3]);
    };
    const inBand = (i: number) => {
      const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
      return y > 296 && y < 334 && x > 310 && x < 890 && lightness(page, i) > 180;
    };
    const isInk = (i: number) => lightness(page, i) < 60 && lightness(layered, i) < 128;
    for (const [isIn, most] of [
      [inBand, 12],
      [isInk, 16],
    ] as const) {
      mean(layered, isIn).forEach((value, c) =>
        expect(Math.abs(value - mean(page, isIn)[c])).toBeLessThan(most),
      );
    }
  });

  it('has nothing to show on a blank sheet', () => {
    const blank = createRgba(700, 900);
    blank.data.fill(230);
    const known = inkMapOf(blank);
    if (!known.parts) throw new Error('The page was not taken apart');
    const layers = pageLayers(clean(blank, 'daylight', {}, known), known.parts);
    expect([layers.pictures, layers.stencils]).toEqual([[], []]);
  });

  it('gives the same bytes for the same page', async () => {
    const page = clean(photo, 'daylight', {}, map);
    const encodeJpeg = ({ data }: Rgba) => Uint8Array.from(data.subarray(0, 64));
    const [a, b] = [await codePage(page, parts, { encodeJpeg }), await codePage(page, parts, { encodeJpeg })];
    expect(a).toEqual(b);
  });
});
