import sharp from 'sharp';
import { createRgba, type Homography, type Rgba } from '@ravlo/core';
import type { CameraView, Place } from './camera';
import { DESK_TILE_MM, drawDesk, type DeskTile } from './desk';
import { distortionOf } from './lens';
import { lightGrid, readLight } from './light';
import type { RenderedSheet } from './renderSheet';
import type { Scene } from './scene';
import type { Surface } from './surface';
import { drawThing, type ThingPlan } from './things';

export interface ExposeParts {
  readonly scene: Scene;
  readonly view: CameraView;
  readonly sheet: RenderedSheet;
  readonly surface: Surface | null;
  /** an open book's right page */
  readonly facing: { readonly sheet: RenderedSheet; readonly surface: Surface } | null;
  readonly photoPixelsPerMm: number;
}

const toLinear = Float32Array.from({ length: 256 }, (_, i) => (i / 255) ** 2.2);
const toSrgb = Uint8Array.from({ length: 4097 }, (_, i) => Math.round(255 * (i / 4096) ** (1 / 2.2)));

/** A picture lying on the desk: its own pixels, and where they lie. */
interface Layer {
  readonly image: Rgba;
  readonly pixelsPerMm: number;
  /** mm, of its top left corner in the sheet's frame */
  readonly left: number;
  readonly top: number;
}

/** How far round the sheet things may lie, mm. */
const AROUND = 320;

/** Follows a ray from every photo pixel to sheet, things and desk, and lights what it meets. Sharp, no noise yet. */
export async function expose(parts: ExposeParts): Promise<Rgba> {
  const { scene, view, surface, facing, photoPixelsPerMm } = parts;
  const { width, height } = scene.camera;
  const photo = createRgba(width, height);
  const tile = drawDesk(scene.desk, scene.seed, tileSize(photoPixelsPerMm));
  const thingScale = Math.min(5, Math.max(0.8, photoPixelsPerMm));
  const under = await drawLayer(scene, scene.under, thingScale);
  const over = await drawLayer(scene, scene.over, thingScale);
  const sheetLayer = sheetLayerOf(parts.sheet, scene.sheet.width);
  const facingLayer = facing && scene.facing ? sheetLayerOf(facing.sheet, scene.facing.sheet.width) : null;
  /** mm, where an open book's right page begins */
  const fold = surface?.reach ?? scene.sheet.width;
  const lens = scene.lens.distortion ? distortionOf(width, height, scene.lens.distortion) : null;
  const facingCentre: Place = [view.centre[0] - fold, view.centre[1], view.centre[2]];
  const grid = lightGrid(scene, view.toSheet);
  const light = new Float32Array(4);
  const colour = new Float32Array(3);
  const paper = new Float32Array(3);
  const h: Homography = view.toSheet;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const seen = lens?.straighten([x + 0.5, y + 0.5]);
      const u = seen ? seen[0] : x + 0.5;
      const v = seen ? seen[1] : y + 0.5;
      const w = h[6] * u + h[7] * v + h[8];
      const deskX = (h[0] * u + h[1] * v + h[2]) / w;
      const deskY = (h[3] * u + h[4] * v + h[5]) / w;
      deskColour(tile, deskX, deskY, colour);
      if (under) lay(under, deskX, deskY, colour);
      if (!scene.isBare) shadeDesk(scene, fold, deskX, deskY, colour);
      if (facing && facingLayer) {
        placeOnPaper(paper, deskX - fold, deskY);
        meetSurface(facing.surface, facingCentre, scene, paper);
        if (layLit(facingLayer, paper, colour)) shadeFold(colour, deskX - fold);
      }
      placeOnPaper(paper, deskX, deskY);
      if (surface) meetSurface(surface, view.centre, scene, paper);
      if (layLit(sheetLayer, paper, colour) && facing) shadeFold(colour, deskX - fold);
      if (over) lay(over, deskX, deskY, colour);
      readLight(grid, x + 0.5, y + 0.5, light);
      const at = (y * width + x) * 4;
      photo.data[at] = toSrgb[Math.min(4096, (colour[0] * light[0] + light[3]) * 4096) | 0];
      photo.data[at + 1] = toSrgb[Math.min(4096, (colour[1] * light[1] + light[3]) * 4096) | 0];
      photo.data[at + 2] = toSrgb[Math.min(4096, (colour[2] * light[2] + light[3]) * 4096) | 0];
      photo.data[at + 3] = 255;
    }
  }
  return photo;
}

const sheetLayerOf = ({ image }: RenderedSheet, widthMm: number): Layer => ({
  image,
  pixelsPerMm: image.width / widthMm,
  left: 0,
  top: 0,
});

/** A place on flat paper, in full light. */
function placeOnPaper(out: Float32Array, x: number, y: number): void {
  out[0] = x;
  out[1] = y;
  out[2] = 1;
}

/** Puts a sheet over `out` in the light that falls on it where it is bent. @returns as `lay` */
function layLit(layer: Layer, paper: Float32Array, out: Float32Array): boolean {
  const isCovered = lay(layer, paper[0], paper[1], out);
  if (isCovered) for (let c = 0; c < 3; c++) out[c] *= paper[2];
  return isCovered;
}

/** Less light reaches the fold of an open book. */
function shadeFold(colour: Float32Array, away: number): void {
  const shade = 1 - 0.4 * Math.exp(-Math.abs(away) / 5);
  for (let c = 0; c < 3; c++) colour[c] *= shade;
}

/** As fine as the photo shows the desk, and no finer than is worth its time. */
function tileSize(photoPixelsPerMm: number): number {
  return 2 ** Math.min(10, Math.max(7, Math.round(Math.log2(photoPixelsPerMm * DESK_TILE_MM))));
}

async function drawLayer(
  { sheet }: Scene,
  things: readonly ThingPlan[],
  pixelsPerMm: number,
): Promise<Layer | null> {
  if (things.length === 0) return null;
  const [w, h] = [sheet.width + 2 * AROUND, sheet.height + 2 * AROUND];
  const [width, height] = [Math.round(w * pixelsPerMm), Math.round(h * pixelsPerMm)];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${-AROUND} ${-AROUND} ${w} ${h}">${things.map(drawThing).join('')}</svg>`;
  const data = await sharp(Buffer.from(svg), { limitInputPixels: 1e8 }).ensureAlpha().raw().toBuffer();
  return {
    image: { width, height, data: new Uint8ClampedArray(data) },
    pixelsPerMm,
    left: -AROUND,
    top: -AROUND,
  };
}

function deskColour({ size, data }: DeskTile, x: number, y: number, out: Float32Array): void {
  const scale = size / DESK_TILE_MM;
  const tx = Math.floor(x * scale) & (size - 1);
  const ty = Math.floor(y * scale) & (size - 1);
  const i = (ty * size + tx) * 3;
  out[0] = toLinear[data[i] | 0];
  out[1] = toLinear[data[i + 1] | 0];
  out[2] = toLinear[data[i + 2] | 0];
}

/** Puts a layer's colour at a place (mm) over `out`, bilinear. @returns true where it covers by half or more */
function lay({ image, pixelsPerMm, left, top }: Layer, x: number, y: number, out: Float32Array): boolean {
  const { data, width, height } = image;
  const px = (x - left) * pixelsPerMm - 0.5;
  const py = (y - top) * pixelsPerMm - 0.5;
  if (px < -1 || py < -1 || px > width || py > height) return false;
  const x0 = Math.floor(px);
  const y0 = Math.floor(py);
  const fx = px - x0;
  const fy = py - y0;
  let cover = 0;
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let k = 0; k < 4; k++) {
    const sx = x0 + (k & 1);
    const sy = y0 + (k >> 1);
    if (sx < 0 || sy < 0 || sx >= width || sy >= height) continue;
    const at = (sy * width + sx) * 4;
    const weight = ((k & 1 ? fx : 1 - fx) * (k >> 1 ? fy : 1 - fy) * data[at + 3]) / 255;
    cover += weight;
    red += toLinear[data[at]] * weight;
    green += toLinear[data[at + 1]] * weight;
    blue += toLinear[data[at + 2]] * weight;
  }
  out[0] = out[0] * (1 - cover) + red;
  out[1] = out[1] * (1 - cover) + green;
  out[2] = out[2] * (1 - cover) + blue;
  return cover >= 0.5;
}

/**
 * From where the ray meets the desk to where it meets the bent sheet over it: paper millimetres into out[0], out[1]
 * and the light on that slope into out[2]. Fixed-point steps; the slopes are gentle.
 */
function meetSurface(surface: Surface, centre: Place, scene: Scene, out: Float32Array): void {
  const [deskX, deskY] = out;
  const alongX = surface.along === 'x';
  let place = alongX ? deskX : deskY;
  let share = 0;
  for (let i = 0; i < 5; i++) {
    // The ray from the camera to the desk is at height h after all but h / (camera's height) of its way.
    share = surface.heightAt(place) / -centre[2];
    place = alongX ? deskX + (centre[0] - deskX) * share : deskY + (centre[1] - deskY) * share;
  }
  const across = alongX ? deskY + (centre[1] - deskY) * share : deskX + (centre[0] - deskX) * share;
  const isOff = place < 0 || place > surface.reach;
  const paper = isOff ? (place < 0 ? place : place + 1e4) : surface.paperAt(place);
  out[0] = alongX ? paper : across;
  out[1] = alongX ? across : paper;
  const slope = surface.slopeAt(place);
  const from = alongX ? Math.cos(scene.light.from) : Math.sin(scene.light.from);
  out[2] = Math.min(1.15, Math.max(0.35, (1 - 0.45 * slope * from) / Math.sqrt(1 + slope * slope)));
}

/** A thin soft shadow where the sheet lies on what is under it, deeper on the side away from the light. */
function shadeDesk(
  { sheet, facing, light }: Scene,
  fold: number,
  x: number,
  y: number,
  out: Float32Array,
): void {
  const lift = 0.8;
  const width = facing ? 2 * fold : sheet.width;
  const around = outsideBy(x, y, width, sheet.height);
  if (around > 9) return;
  const away = outsideBy(
    x + Math.cos(light.from) * lift,
    y + Math.sin(light.from) * lift,
    width,
    sheet.height,
  );
  const shade = (1 - 0.17 * Math.exp(-around / 0.7)) * (1 - 0.38 * Math.exp(-away / 1.1));
  for (let c = 0; c < 3; c++) out[c] *= shade;
}

/** How far a place lies outside a rectangle at the origin, the sum of both directions. */
function outsideBy(x: number, y: number, width: number, height: number): number {
  return Math.max(-x, 0, x - width) + Math.max(-y, 0, y - height);
}
