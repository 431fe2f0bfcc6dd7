import { INK, type PageParts } from '../clean/pageParts';
import { UNSHIFTED } from '../clean/thresholdShift';
import { createRgba, type Rgba } from '../raster/image';
import { darknessOf } from './darknessOf';
import { cutStencil, FINE, PLAIN, type StencilGrain } from './stencil';

const SIDE = 120;
const RADIUS = 30.3;

/** A disc whose edge is as soft as a photo's, in a colour, on white; all of its cells are ink. */
function disc(colour: readonly [number, number, number], step: 1 | 2) {
  const page: Rgba = createRgba(SIDE, SIDE);
  for (let y = 0, i = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++, i++) {
      const cover = Math.min(1, Math.max(0, (RADIUS - Math.hypot(x + 0.5 - 60, y + 0.5 - 60)) / 4 + 0.5));
      colour.forEach((value, c) => (page.data[i * 4 + c] = 255 + (value - 255) * cover));
      page.data[i * 4 + 3] = 255;
    }
  }
  const side = SIDE / step;
  const plane = (value: number) => new Uint8Array(side * side).fill(value);
  const parts: PageParts = {
    step,
    width: side,
    height: side,
    kinds: plane(INK),
    strokes: plane(1),
    onRules: plane(0),
    darkest: plane(0),
    toned: plane(0),
    shift: UNSHIFTED,
  };
  return { page, parts, all: plane(1), none: plane(0) };
}

function cut(colour: readonly [number, number, number], step: 1 | 2, grain: StencilGrain) {
  const { page, parts, all, none } = disc(colour, step);
  return cutStencil(page, parts, all, darknessOf(page, parts, none), grain);
}

describe('cutStencil', () => {
  it.each([
    [2, FINE, 1.5],
    [1, FINE, 2],
    [2, PLAIN, 1],
    [1, PLAIN, 1],
  ] as const)('cuts a soft disc at its own size: step %d', (step, grain, scale) => {
    const { mask, scale: finer } = cut([20, 20, 20], step, grain);
    expect(finer).toBe(scale);
    const area = mask.data.reduce((sum, bit) => sum + bit, 0) / scale ** 2;
    expect(Math.abs(Math.sqrt(area / Math.PI) - RADIUS)).toBeLessThan(0.6);
  });

  it('takes the colour from the core and not from the soft edge', () => {
    const { colours } = cut([30, 60, 160], 2, FINE);
    const middle = (Math.floor(60 / colours.patch) * colours.width + Math.floor(60 / colours.patch)) * 3;
    // A patch may keep the colour of the one before it where they are nearly alike.
    const wanted = [30, 60, 160];
    wanted.forEach((value, c) => expect(Math.abs(colours.data[middle + c] - value)).toBeLessThan(10));
    // At its edge as well.
    const edge = (Math.floor(60 / colours.patch) * colours.width + Math.floor(32 / colours.patch)) * 3;
    expect(colours.data[edge + 2]).toBeLessThan(190);
  });

  it('shows soft rules as dark on the mean as they are, and not as dark as their middle', () => {
    const { page, parts, all, none } = disc([255, 255, 255], 2);
    for (let i = 0; i < SIDE * SIDE; i++) {
      const soft = [50, 80, 50][(Math.floor(i / SIDE) % 20) - 8] ?? 0;
      page.data.fill(255 - soft, i * 4, i * 4 + 3);
    }
    const { mask, colours } = cutStencil(page, parts, all, darknessOf(page, parts, none), PLAIN);
    let [shown, own] = [0, 0];
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        own += 255 - page.data[(y * SIDE + x) * 4];
        if (mask.data[y * mask.width + x] === 0) continue;
        const patch = (Math.floor(y / colours.patch) * colours.width + Math.floor(x / colours.patch)) * 3;
        shown += 255 - colours.data[patch];
      }
    }
    expect(shown / own).toBeGreaterThan(0.9);
    expect(shown / own).toBeLessThan(1.1);
  });

  it('covers the same with mask and colours', () => {
    const { mask, scale, colours } = cut([0, 0, 0], 2, FINE);
    expect([mask.width, mask.height]).toEqual(
      [colours.width, colours.height].map((patches) => patches * colours.patch * scale),
    );
  });

  it('has nothing of cells that are not in', () => {
    const { page, parts, none } = disc([0, 0, 0], 2);
    const { mask } = cutStencil(page, parts, none, darknessOf(page, parts, none), FINE);
    expect(mask.data.includes(1)).toBe(false);
  });
});
