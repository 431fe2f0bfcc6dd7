import { createRandom, type Random } from '@ravlo/film';
import { deskPattern } from './deskPattern';

export const DESKS = [
  'walnut',
  'slate',
  'oak',
  'pale',
  'white',
  'cloth',
  'checks',
  'stripes',
  'stone',
  'carpet',
  'paint',
  'marble',
  'tiles',
  'boards',
  'grass',
  'flowers',
  'printed',
  'screen',
] as const;
export type DeskKind = (typeof DESKS)[number];

/** A square of desk, colours 0 to 255, that repeats every DESK_TILE_MM millimetres. */
export interface DeskTile {
  /** pixels a side, a power of two */
  readonly size: number;
  readonly data: Float32Array;
}

export const DESK_TILE_MM = 420;

type Colour = readonly [number, number, number];

const BASE: Record<DeskKind, Colour> = {
  walnut: [92, 62, 44],
  slate: [58, 62, 66],
  oak: [176, 138, 96],
  pale: [214, 205, 190],
  white: [233, 232, 228],
  cloth: [120, 84, 92],
  checks: [196, 190, 182],
  stripes: [150, 158, 166],
  stone: [186, 184, 180],
  carpet: [104, 98, 92],
  paint: [140, 150, 158],
  marble: [224, 222, 218],
  tiles: [200, 192, 180],
  boards: [150, 112, 78],
  grass: [86, 112, 48],
  flowers: [150, 140, 160],
  printed: [222, 216, 204],
  screen: [46, 50, 58],
};

/** How strongly the surface varies, grey levels. */
const STRENGTH: Record<DeskKind, number> = {
  walnut: 14,
  slate: 8,
  oak: 14,
  pale: 6,
  white: 2,
  cloth: 10,
  checks: 5,
  stripes: 5,
  stone: 22,
  carpet: 24,
  paint: 4,
  marble: 7,
  tiles: 5,
  boards: 12,
  grass: 34,
  flowers: 5,
  printed: 3,
  screen: 1,
};

/**
 * Draws a desk's surface from smooth noise in several octaves, with the kind's own grain or pattern.
 *
 * @param size pixels a side, a power of two
 */
export function drawDesk(kind: DeskKind, seed: number, size: number): DeskTile {
  const random = createRandom(seed);
  const base = variedBase(kind, random);
  const isWood = kind === 'walnut' || kind === 'oak' || kind === 'pale' || kind === 'boards';
  const isVeined = kind === 'stone' || kind === 'marble';
  const [across, down] = isWood ? [4, 30] : isVeined ? [5, 5] : [9, 9];
  const octaves = [1, 2, 4, 8].map((factor) => valueNoise(size, across * factor, down * factor, random.next));
  const fine = valueNoise(size, isWood ? 24 : 420, 420, random.next);
  const second: Colour = [random.between(20, 235), random.between(20, 235), random.between(20, 235)];
  /** mm */
  const period = random.between(10, 65);
  const mm = DESK_TILE_MM / size;
  const pattern = deskPattern(kind, { random, period });
  const strength = STRENGTH[kind];
  const isRough = kind === 'carpet' || kind === 'cloth' || kind === 'grass';
  const data = new Float32Array(size * size * 3);
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const i = y * size + x;
      let shade = fine[i] * (isRough ? 1 : 0.45);
      for (let k = 0; k < octaves.length; k++) shade += octaves[k][i] / (1 + 0.8 * k);
      const veins = isVeined ? -18 * Math.exp(-Math.abs(octaves[0][i] + 0.5 * octaves[1][i]) * 14) : 0;
      const mixed = pattern(x * mm, y * mm, octaves[1][i]);
      for (let c = 0; c < 3; c++) {
        const colour = base[c] + (second[c] - base[c]) * mixed;
        data[i * 3 + c] = Math.min(
          250,
          Math.max(4, colour + shade * strength * (0.6 + base[c] / 300) + veins),
        );
      }
    }
  }
  return { size, data };
}

const ANY_COLOUR: ReadonlySet<DeskKind> = new Set([
  'paint',
  'cloth',
  'checks',
  'stripes',
  'tiles',
  'flowers',
]);

/** Desks of one kind differ: lighter, darker, another tint; paint and cloth come in any colour. */
function variedBase(kind: DeskKind, random: Random): Colour {
  if (ANY_COLOUR.has(kind)) {
    const light = random.between(40, 225);
    return [0, 1, 2].map(() =>
      Math.min(240, Math.max(10, light + random.normal() * 30)),
    ) as unknown as Colour;
  }
  const light = kind === 'white' || kind === 'pale' ? random.between(0.94, 1.04) : random.between(0.75, 1.25);
  return BASE[kind].map((value) => value * light * random.between(0.96, 1.04)) as unknown as Colour;
}

/** Smooth noise between -1 and 1 that repeats over the tile, with so many cells across and down. */
function valueNoise(size: number, across: number, down: number, next: () => number): Float32Array {
  const grid = Float32Array.from({ length: across * down }, () => next() * 2 - 1);
  const data = new Float32Array(size * size);
  const ease = (t: number) => t * t * (3 - 2 * t);
  const columns = Array.from({ length: size }, (_, x) => {
    const gx = (x / size) * across;
    const x0 = Math.floor(gx);
    return { x0: x0 % across, x1: (x0 + 1) % across, fx: ease(gx - x0) };
  });
  for (let y = 0; y < size; y++) {
    const gy = (y / size) * down;
    const y0 = Math.floor(gy);
    const fy = ease(gy - y0);
    const top = (y0 % down) * across;
    const bottom = ((y0 + 1) % down) * across;
    for (let x = 0; x < size; x++) {
      const { x0, x1, fx } = columns[x];
      const upper = grid[top + x0] * (1 - fx) + grid[top + x1] * fx;
      const lower = grid[bottom + x0] * (1 - fx) + grid[bottom + x1] * fx;
      data[y * size + x] = upper * (1 - fy) + lower * fy;
    }
  }
  return data;
}
