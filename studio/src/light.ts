import { project, type Homography } from '@ravlo/core';
import type { CreasePlan, Scene, ShadowBand } from './scene';

/** The light is worked out at so many places along the photo's longer side; in between it is smooth enough. */
const GRID_CELLS = 504;
const VALUES = 4;

/** The light over the photo on a coarse grid: red, green, blue factors (linear) and glare added on top. */
export interface LightGrid {
  /** photo pixels between two places */
  readonly step: number;
  readonly columns: number;
  readonly values: Float32Array;
}

/** Works out the light over the whole photo. */
export function lightGrid(scene: Scene, toSheet: Homography): LightGrid {
  const { width, height } = scene.camera;
  const step = Math.max(4, Math.round(Math.max(width, height) / GRID_CELLS));
  const columns = Math.ceil(width / step) + 2;
  const rows = Math.ceil(height / step) + 2;
  const values = new Float32Array(columns * rows * VALUES);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const x = column * step;
      const y = row * step;
      const [mmX, mmY] = project(toSheet, [x, y]);
      values.set(
        lightAt(scene, mmX, mmY, x / width - 0.5, y / height - 0.5),
        (row * columns + column) * VALUES,
      );
    }
  }
  return { step, columns, values };
}

/** The light at a photo pixel, into `out`: red, green, blue factors and glare. */
export function readLight(
  { step, columns, values }: LightGrid,
  x: number,
  y: number,
  out: Float32Array,
): void {
  const gx = x / step;
  const gy = y / step;
  const x0 = gx | 0;
  const y0 = gy | 0;
  const fx = gx - x0;
  const fy = gy - y0;
  const i = (y0 * columns + x0) * VALUES;
  const down = columns * VALUES;
  for (let c = 0; c < VALUES; c++) {
    const top = values[i + c] * (1 - fx) + values[i + c + VALUES] * fx;
    const bottom = values[i + c + down] * (1 - fx) + values[i + c + down + VALUES] * fx;
    out[c] = top * (1 - fy) + bottom * fy;
  }
}

/** How deep a place (shares of the sheet) lies in a straight-edged shadow, 0 to 1. */
function bandCover({ at, angle, width, soft }: ShadowBand, u: number, v: number): number {
  const across = (u - at[0]) * Math.cos(angle) + (v - at[1]) * 1.41 * Math.sin(angle);
  const inside = width / 2 - Math.abs(across);
  return Math.min(1, Math.max(0, inside / soft + 0.5));
}

function creaseShade({ at, angle, reach, depth }: CreasePlan, u: number, v: number): number {
  const across = (u - at[0]) * Math.cos(angle) + (v - at[1]) * 1.41 * Math.sin(angle);
  return depth * Math.sign(across) * Math.exp(-Math.abs(across) / reach);
}

/**
 * @param mmX sheet millimetres
 * @param viewX place in the photo, -0.5 to 0.5
 * @returns red, green, blue factors in linear light, and glare
 */
function lightAt(scene: Scene, mmX: number, mmY: number, viewX: number, viewY: number): number[] {
  const { light, sheet } = scene;
  const u = mmX / sheet.width - 0.5;
  const v = mmY / sheet.height - 0.5;
  const towards = Math.cos(light.from) * u + Math.sin(light.from) * v;
  const slope = Math.max(0.08, 1 - light.falloff * (0.5 + towards * 0.9));
  const vignette = 1 - 0.35 * (viewX * viewX + viewY * viewY);
  let level = light.level * slope * vignette;
  if (light.shadow > 0) {
    const dx = (u + 0.5 - light.shadowAt[0]) / 0.5;
    const dy = (v + 0.5 - light.shadowAt[1]) / 0.45;
    const edge = 1 / (1 + Math.exp((Math.hypot(dx, dy) - 1) * 9));
    level *= 1 - light.shadow * edge;
  }
  for (const band of light.bands ?? []) level *= 1 - band.take * bandCover(band, u + 0.5, v + 0.5);
  // What lies round a crumpled sheet is not crumpled.
  const isOnSheet = Math.max(Math.abs(u), Math.abs(v)) < 0.5;
  for (const crease of (isOnSheet && light.creases) || []) level *= 1 + creaseShade(crease, u + 0.5, v + 0.5);
  // Levels are meant as grey levels on screen; the sum is done in linear light.
  const linear = level ** 2.2;
  const [glareX, glareY] = light.glareAt ?? [0.6, 0.35];
  const gx = (u + 0.5 - glareX) / 0.16;
  const gy = (v + 0.5 - glareY) / 0.1;
  const glare = light.glare > 0 ? light.glare * 0.8 * Math.exp(-(gx * gx + gy * gy)) : 0;
  return [linear * light.tint[0] ** 2.2, linear, linear * light.tint[1] ** 2.2, glare];
}
