import { createRandom } from './random';

export type DeskKind = 'walnut' | 'slate' | 'oak' | 'pale' | 'white' | 'cloth';

export const DESKS: readonly DeskKind[] = ['walnut', 'slate', 'oak', 'pale', 'white', 'cloth'];

/** A square of desk, colours 0 to 255, that repeats; DESK_TILE pixels for DESK_TILE_MM millimetres. */
export interface DeskTile {
  readonly data: Float32Array;
}

export const DESK_TILE = 512;
export const DESK_TILE_MM = 300;

const BASE: Record<DeskKind, readonly [number, number, number]> = {
  walnut: [92, 62, 44],
  slate: [58, 62, 66],
  oak: [176, 138, 96],
  pale: [214, 205, 190],
  white: [233, 232, 228],
  cloth: [120, 84, 92],
};

/** Draws a desk's surface from smooth noise: stretched along the grain for wood, woven for cloth. */
export function drawDesk(kind: DeskKind, seed: number): DeskTile {
  const random = createRandom(seed);
  const base = BASE[kind];
  const isWood = kind === 'walnut' || kind === 'oak' || kind === 'pale';
  const grain = isWood ? 22 : kind === 'cloth' ? 10 : 7;
  const strength = kind === 'white' ? 2 : kind === 'pale' ? 6 : kind === 'slate' ? 8 : 14;
  const coarse = valueNoise(isWood ? 4 : 8, grain, random.next);
  const fine = valueNoise(isWood ? 16 : 96, isWood ? 120 : 96, random.next);
  const data = new Float32Array(DESK_TILE * DESK_TILE * 3);
  for (let y = 0; y < DESK_TILE; y++) {
    for (let x = 0; x < DESK_TILE; x++) {
      const i = y * DESK_TILE + x;
      const weave = kind === 'cloth' ? weaveAt(x, y) : 0;
      const shade = strength * (coarse[i] + 0.6 * fine[i]) + weave;
      for (let c = 0; c < 3; c++)
        data[i * 3 + c] = Math.min(250, Math.max(4, base[c] + shade * (0.6 + base[c] / 300)));
    }
  }
  return { data };
}

/** Checks 36 px wide, with threads. */
function weaveAt(x: number, y: number): number {
  const check = (Math.floor(x / 64) + Math.floor(y / 64)) % 2 ? 16 : -12;
  return check + ((x % 4) + (y % 4) > 3 ? 5 : -5);
}

/** Smooth noise between -1 and 1 that repeats over the tile, with so many cells across and down. */
function valueNoise(across: number, down: number, next: () => number): Float32Array {
  const grid = Float32Array.from({ length: across * down }, () => next() * 2 - 1);
  const data = new Float32Array(DESK_TILE * DESK_TILE);
  const ease = (t: number) => t * t * (3 - 2 * t);
  for (let y = 0; y < DESK_TILE; y++) {
    const gy = (y / DESK_TILE) * down;
    const y0 = Math.floor(gy);
    const fy = ease(gy - y0);
    for (let x = 0; x < DESK_TILE; x++) {
      const gx = (x / DESK_TILE) * across;
      const x0 = Math.floor(gx);
      const fx = ease(gx - x0);
      const at = (dx: number, dy: number) => grid[((y0 + dy) % down) * across + ((x0 + dx) % across)];
      const top = at(0, 0) * (1 - fx) + at(1, 0) * fx;
      const bottom = at(0, 1) * (1 - fx) + at(1, 1) * fx;
      data[y * DESK_TILE + x] = top * (1 - fy) + bottom * fy;
    }
  }
  return data;
}
