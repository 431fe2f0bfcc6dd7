import { createRgba, type Rgba } from '../raster/image';
import type { Quad } from '../geometry/quad';
import { frameLight, sheetFacts } from './frameFacts';
import { sheetSignature } from './sheetSignature';
import { signatureDistance } from './signatureDistance';

const [WIDTH, HEIGHT] = [480, 640];
const QUAD: Quad = [
  [60, 60],
  [420, 60],
  [420, 569],
  [60, 569],
];

interface Look {
  readonly paper?: number;
  readonly desk?: number;
  /** which words stand where */
  readonly text?: number;
  /** half width of a stroke's soft edge, px */
  readonly blur?: number;
  /** light at a place of the sheet, both shares */
  readonly light?: (u: number, v: number) => number;
}

/** A sheet with lines of short strokes on a desk. */
function view({ paper = 200, desk = 80, text = 1, blur = 0.5, light = () => 1 }: Look = {}): Rgba {
  const frame = createRgba(WIDTH, HEIGHT);
  for (let y = 0, at = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, at += 4) {
      const [u, v] = [(x - 60) / 360, (y - 60) / 509];
      const isSheet = u >= 0 && u < 1 && v >= 0 && v < 1;
      let value = isSheet ? paper * light(u, v) : desk;
      if (isSheet && text > 0 && u > 0.1 && u < 0.9 && v > 0.1 && v < 0.9) {
        const row = Math.floor(y / 14);
        const isWord = Math.sin((Math.floor(x / 21) + 1) * (row + 3) * text * 0.731) > -0.2;
        const depth = Math.min(1, Math.max(0, (3 - Math.abs((x % 7) - 3)) / (2 * blur) - 0.5));
        if (isWord && y % 14 > 4) value -= 120 * (1 - Math.min(1, depth)) * light(u, v);
      }
      for (let c = 0; c < 3; c++) frame.data[at + c] = value;
      frame.data[at + 3] = 255;
    }
  }
  return frame;
}

const facts = (look?: Look, quad = QUAD) => sheetFacts(view(look), quad, { photoScale: 6 });

describe('sheetFacts', () => {
  it('of a good view', () => {
    const seen = facts();
    expect(seen).toMatchObject({ glare: 0, shadow: 0, isWhole: true });
    expect(seen.light).toBeCloseTo(200, -1);
    expect(seen.contrast).toBeCloseTo(120, -1);
    expect(seen.tilt).toBeLessThan(0.05);
    // 509 frame pixels, six photo pixels each, over 297 mm.
    expect(seen.dpi).toBeCloseTo((509 * 6 * 25.4) / 297, 0);
    expect(seen.sharpness).not.toBeNull();
  });

  it('measures each trouble where it is', () => {
    expect(facts({ paper: 60 }).light).toBeLessThan(70);
    expect(facts({ light: (u, v) => (Math.hypot(u - 0.5, v - 0.5) < 0.2 ? 1.4 : 1) }).glare).toBeGreaterThan(
      0.05,
    );
    expect(facts({ light: (u) => (u > 0.6 ? 0.5 : 1) }).shadow).toBeCloseTo(0.4, 1);
    expect(facts({ desk: 197 }).contrast).toBeLessThan(9);
    expect(facts({}, [QUAD[0], [WIDTH, 60], [WIDTH, 569], QUAD[3]]).isWhole).toBe(false);
  });

  it('tells a tilted sheet by its converging sides', () => {
    const tilted: Quad = [
      [110, 60],
      [370, 60],
      [440, 480],
      [40, 480],
    ];
    expect(facts({}, tilted).tilt).toBeGreaterThan(0.4);
  });

  it('has no sharpness of a blank sheet', () => expect(facts({ text: 0 }).sharpness).toBeNull());
});

describe('frameLight', () => {
  it('is the mean light', () => {
    const frame = createRgba(100, 100);
    frame.data.fill(40);
    expect(frameLight(frame)).toBe(40);
  });
});

describe('sheetSignature', () => {
  const of = (look: Look, quad = QUAD) => sheetSignature(view(look), quad);

  it('is the same for a sheet in other light, and a little off', () => {
    const usual = of({});
    expect(signatureDistance(usual, of({ light: (u, v) => 0.6 + 0.3 * u + 0.1 * v }))).toBeLessThan(0.1);
    const off = QUAD.map(([x, y], i) => [x + (i % 2), y - 1]) as unknown as Quad;
    expect(signatureDistance(usual, of({}, off))).toBeLessThan(0.2);
  });

  it('is the same for a sheet the other way up', () => {
    const turned: Quad = [QUAD[2], QUAD[3], QUAD[0], QUAD[1]];
    expect(signatureDistance(of({}), of({}, turned))).toBeLessThan(0.1);
  });

  it('tells sheets apart, also blank from written, but not two blank ones', () => {
    for (const other of [2, 3, 4]) {
      expect(signatureDistance(of({}), of({ text: other }))).toBeGreaterThan(0.3);
    }
    expect(signatureDistance(of({}), of({ text: 0 }))).toBe(1);
    expect(signatureDistance(of({ text: 0 }), of({ text: 0, paper: 180 }))).toBe(0);
  });
});
