import fc from 'fast-check';
import { createRgba, type Rgba } from '../raster/image';
import { turnQuarter } from '../raster/turnQuarter';
import { isChalk } from './isChalk';
import { clean, inkMapOf, LOOKS, type Look } from './clean';
import { pickLook } from './pickLook';

const CLEANING = LOOKS.filter((look) => look !== 'as-shot');

interface PageOptions {
  readonly paper?: readonly [number, number, number];
  readonly ink?: readonly [number, number, number];
  readonly light?: (x: number, y: number) => number;
  readonly rules?: boolean;
  readonly noise?: number;
}

const WIDTH = 827;
const HEIGHT = 1169;

/** A page at 100 dots an inch: words of slanting strokes in lines, on paper in some light. */
function writtenPage({
  paper = [236, 232, 224],
  ink = [40, 44, 60],
  light = () => 1,
  rules,
  noise = 0,
}: PageOptions = {}): Rgba {
  const page = createRgba(WIDTH, HEIGHT);
  let seed = 7;
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5;
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const shine = light(x / WIDTH, y / HEIGHT);
      const isInk = isStroke(x, y);
      const isRule = rules && !isInk && y % 40 === 32;
      for (let c = 0; c < 3; c++) {
        const base = isInk ? ink[c] : isRule ? paper[c] * [0.72, 0.8, 0.94][c] : paper[c];
        page.data[(y * WIDTH + x) * 4 + c] = base * shine + noise * random();
      }
      page.data[(y * WIDTH + x) * 4 + 3] = 255;
    }
  }
  return page;
}

/** Letters of two or three px strokes, 18 px high, in lines 40 px apart in the upper half. */
function isStroke(x: number, y: number): boolean {
  if (x < 80 || x > 720 || y < 90 || y > 560) return false;
  const inLine = (y - 90) % 40;
  const inLetter = (x - 80) % 16;
  if (inLine > 18 || (x - 80) % 96 > 78) return false;
  return Math.abs(inLetter - 4 - inLine / 6) < 1.3 || (inLine < 3 && inLetter < 9);
}

/** The edge of a phone's shadow across the page. */
const softStep = (at: number) => 1 - 0.5 * Math.min(1, Math.max(0, (at - 0.97) / 0.06));

const lightness = (page: Rgba, i: number) =>
  (page.data[i * 4] + page.data[i * 4 + 1] + page.data[i * 4 + 2]) / 3;

function shares(page: Rgba): { written: number; white: number } {
  let [ink, dark, paper, white] = [0, 0, 0, 0];
  for (let y = 4; y < HEIGHT - 4; y++) {
    for (let x = 4; x < WIDTH - 4; x++) {
      const value = lightness(page, y * WIDTH + x);
      if (isStroke(x, y)) {
        ink++;
        if (value < 190) dark++;
      } else if (y > 580) {
        paper++;
        if (value > 245) white++;
      }
    }
  }
  return { written: dark / ink, white: white / paper };
}

describe('every look', () => {
  it.each(CLEANING)('%s keeps all strokes and makes the paper white, in a strong shadow too', (look) => {
    for (const light of [() => 1, (x: number) => 1 - 0.6 * x, (x: number, y: number) => softStep(x + y)]) {
      const { written, white } = shares(clean(writtenPage({ light, noise: 6 }), look));
      expect(written).toBeGreaterThan(0.98);
      expect(white).toBeGreaterThan(0.99);
    }
  });

  it.each(CLEANING)('%s of a blank sheet is blank, whatever its colour and grain', (look) => {
    const blank = createRgba(600, 800);
    let seed = 3;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5;
    for (const [paper, grain] of [
      [235, 0],
      [120, 10],
      [60, 14],
      [255, 4],
    ]) {
      for (let i = 0; i < blank.data.length; i++)
        blank.data[i] = i % 4 === 3 ? 255 : paper + grain * random();
      const page = clean(blank, look);
      let specks = 0;
      for (let i = 0; i < 600 * 800; i++) if (lightness(page, i) < 200) specks++;
      expect(specks).toBeLessThan(5);
    }
  });

  it('gives the same within two levels in less light', () => {
    const bright = clean(writtenPage(), 'daylight');
    const dimmer = clean(writtenPage({ light: () => 0.8 }), 'daylight');
    let most = 0;
    for (let i = 0; i < bright.data.length; i++)
      most = Math.max(most, Math.abs(bright.data[i] - dimmer.data[i]));
    expect(most).toBeLessThanOrEqual(2);
  });

  it('commutes with turning the page upside down, nearly everywhere', () => {
    const page = writtenPage({ light: (x) => 1 - 0.3 * x });
    for (const look of CLEANING) {
      const first = turnQuarter(clean(page, look), 180);
      const then = clean(turnQuarter(page, 180), look);
      let off = 0;
      for (let i = 0; i < first.width * first.height; i++) {
        if (Math.abs(lightness(first, i) - lightness(then, i)) > 40) off++;
      }
      expect(off / (first.width * first.height)).toBeLessThan(0.002);
    }
  });

  it('takes any picture without harm', () => {
    const level = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 70 }),
        fc.integer({ min: 1, max: 70 }),
        level,
        level,
        (w, h, a, b) => {
          const page = createRgba(w, h);
          for (let i = 0; i < page.data.length; i++)
            page.data[i] = i % 4 === 3 ? 255 : (i * 2654435761) % 7 < 3 ? a : b;
          for (const look of LOOKS) {
            for (const rules of ['quiet', 'faded', 'kept'] as const) {
              const result = clean(page, look, { rules });
              expect([result.width, result.height]).toEqual([w, h]);
              expect(result.data.length).toBe(page.data.length);
            }
          }
        },
      ),
      { numRuns: 12 },
    );
  });

  it('Pen is black and white and nothing else', () => {
    const page = clean(writtenPage({ noise: 8 }), 'pen');
    expect([...new Set(page.data)].sort((a, b) => a - b)).toEqual([0, 255]);
  });
});

describe('fading rules', () => {
  const rowDark = (page: Rgba, y: number) => {
    let sum = 0;
    for (let x = 20; x < WIDTH - 20; x++) sum += 255 - lightness(page, y * WIDTH + x);
    return sum / (WIDTH - 40);
  };

  it('takes nearly all of the rules and none of the strokes', () => {
    const page = writtenPage({ rules: true });
    const kept = clean(page, 'daylight');
    const faded = clean(page, 'daylight', { rules: 'faded' });
    for (const y of [672, 832, 992]) {
      expect(rowDark(kept, y)).toBeGreaterThan(15);
      expect(rowDark(faded, y)).toBeLessThan(0.1 * rowDark(kept, y));
    }
    expect(shares(faded).written).toBeGreaterThan(shares(kept).written - 0.005);
  });

  it('leaves a line that somebody drew', () => {
    const page = writtenPage();
    for (let x = 100; x < 700; x++)
      for (let y = 800; y < 803; y++) page.data.set([40, 44, 60], (y * WIDTH + x) * 4);
    expect(rowDark(clean(page, 'daylight', { rules: 'faded' }), 801)).toBeGreaterThan(100);
  });
});

describe('the edges', () => {
  it('lose slivers of desk, and writing that runs up to them stays', () => {
    const page = writtenPage();
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < 6; x++) page.data.set([70, 45, 30], (y * WIDTH + x) * 4);
    }
    for (let x = 700; x < WIDTH; x++)
      for (let y = 700; y < 703; y++) page.data.set([40, 44, 60], (y * WIDTH + x) * 4);
    const result = clean(page, 'daylight');
    expect(lightness(result, 900 * WIDTH + 2)).toBeGreaterThan(245);
    expect(lightness(result, 701 * WIDTH + WIDTH - 6)).toBeLessThan(150);
  });
});

describe('chalk on a dark board', () => {
  const board = { paper: [52, 64, 58], ink: [205, 208, 200] } as const;
  it('is shown as it is, in every look', () => {
    const page = writtenPage({ ...board, noise: 8, light: (x) => 1 - 0.3 * x });
    for (const look of LOOKS) expect(clean(page, look)).toBe(page);
  });
  it('is not what a page in the dark is taken for', () => {
    for (const light of [0.2, 0.35]) {
      expect(isChalk(writtenPage({ light: (x) => light * (1 - 0.5 * x), noise: 8 }))).toBe(false);
    }
  });
  it('is not what a ruled page is taken for that lies in deep shadow but for one corner', () => {
    const light = (x: number, y: number) => (x + y > 1.6 ? 0.9 : 0.35);
    expect(isChalk(writtenPage({ light, rules: true, noise: 8 }))).toBe(false);
  });
});

describe('which look', () => {
  const cases: [string, PageOptions, Look][] = [
    ['black pen', { ink: [30, 30, 34] }, 'pen'],
    ['blue pen', { ink: [36, 56, 150] }, 'daylight'],
    ['faint grey pencil', { ink: [165, 163, 160] }, 'pencil'],
  ];
  it.each(cases)('suits %s', (_what, options, look) => {
    expect(pickLook(inkMapOf(writtenPage(options)))).toBe(look);
  });
});
