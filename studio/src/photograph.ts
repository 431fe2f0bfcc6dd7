import sharp from 'sharp';
import { signedArea, type Point, type Quad, type Rgba } from '@ravlo/core';
import { aimCamera, seenCorners, type CameraView, type Place } from './camera';
import { expose } from './expose';
import { createRandom } from '@ravlo/film';
import { renderSheet, type RenderedSheet } from './renderSheet';
import type { Scene } from './scene';
import { bendSheet, type Surface } from './surface';

/** What really lay in front of the camera. */
export interface Truth {
  readonly width: number;
  readonly height: number;
  /** photo pixels, clockwise from the page's own top left; may lie outside the photo */
  readonly corners: Quad;
  /** a corner that something covers or that is folded in, counted as in `corners`; null when all are there */
  readonly hiddenCorner: number | null;
  /** the clockwise quarter turn (degrees) that brings the photo's page upright */
  readonly upright: 0 | 90 | 180 | 270;
  readonly sheetMm: readonly [number, number];
  /** photo pixels */
  readonly focal: number;
  readonly isCurled: boolean;
  /** where the knots of a GRID_COLUMNS x GRID_ROWS grid on the paper lie in the photo, row by row */
  readonly grid: readonly Point[];
  /** lines of writing on the sheet */
  readonly lines: number;
  readonly paper: string;
  readonly ink: string;
  readonly desk: string;
  readonly category: string;
}

export const GRID_COLUMNS = 9;
export const GRID_ROWS = 13;

export interface Photograph {
  readonly image: Rgba;
  readonly truth: Truth;
  readonly sheet: RenderedSheet;
}

/** Draws the sheet and takes the photo: perspective, light, lens blur and sensor noise, but not yet JPEG. */
export async function photograph(scene: Scene): Promise<Photograph> {
  const { camera, sheet: plan } = scene;
  const view = aimCamera(camera, plan.width, plan.height);
  const flatCorners = seenCorners(view, plan.width, plan.height);
  const photoPixelsPerMm = Math.sqrt(Math.abs(signedArea(flatCorners)) / (plan.width * plan.height));
  const sheet = await renderSheet(plan, Math.min(12, Math.max(1, photoPixelsPerMm * 1.3)));
  // Paper that lets everything through is no paper.
  if (scene.isBare) sheet.image.data.fill(0);
  const surface = scene.curl ? bendSheet(scene.curl, alongOf(scene.curl.along, plan)) : null;
  const sharpImage = await expose({ scene, view, sheet, surface, photoPixelsPerMm });
  if (scene.lens.screenPitch) showOnScreen(sharpImage, scene.lens.screenPitch);
  const lensScale = Math.max(camera.width, camera.height) / 4032;
  const blurred = await blur(sharpImage, scene.lens.blur * lensScale);
  if (scene.lens.softSide) {
    const softer = await blur(sharpImage, scene.lens.softSide.blur * lensScale);
    blendTowards(blurred, softer, scene.lens.softSide.from);
  }
  addNoise(blurred, scene.lens.noise, scene.seed);
  return { image: blurred, truth: truthOf(scene, view, surface), sheet };
}

const alongOf = (along: 'x' | 'y', { width, height }: { width: number; height: number }) =>
  along === 'x' ? width : height;

function truthOf(scene: Scene, view: CameraView, surface: Surface | null): Truth {
  const { camera, sheet: plan } = scene;
  const at = (u: number, v: number) => view.see(placeOn(plan, surface, u, v));
  const corners: Quad = [at(0, 0), at(1, 0), at(1, 1), at(0, 1)];
  const grid: Point[] = [];
  for (let row = 0; row < GRID_ROWS; row++) {
    for (let column = 0; column < GRID_COLUMNS; column++) {
      grid.push(at(column / (GRID_COLUMNS - 1), row / (GRID_ROWS - 1)));
    }
  }
  return {
    width: camera.width,
    height: camera.height,
    corners,
    hiddenCorner: scene.hiddenCorner ?? null,
    upright: uprightTurn(corners),
    sheetMm: [plan.width, plan.height],
    focal: view.focal,
    isCurled: surface !== null,
    grid,
    lines: plan.text.lines.filter((line) => line.trim() !== '').length,
    paper: plan.paper,
    ink: plan.ink,
    desk: scene.desk,
    category: scene.category,
  };
}

/** Where a place on the paper (shares of its sides) is in space. */
function placeOn(
  { width, height }: { width: number; height: number },
  surface: Surface | null,
  u: number,
  v: number,
): Place {
  if (!surface) return [u * width, v * height, 0];
  if (surface.along === 'x') {
    const x = surface.placeAt(u * width);
    return [x, v * height, -surface.heightAt(x)];
  }
  const y = surface.placeAt(v * height);
  return [u * width, y, -surface.heightAt(y)];
}

function uprightTurn(corners: Quad): Truth['upright'] {
  const [topLeft, topRight] = corners;
  const angle = Math.atan2(topRight[1] - topLeft[1], topRight[0] - topLeft[0]);
  const quarters = ((Math.round(-angle / (Math.PI / 2)) % 4) + 4) % 4;
  return ([0, 90, 180, 270] as const)[quarters];
}

async function blur(image: Rgba, sigma: number): Promise<Rgba> {
  if (sigma < 0.3) return image;
  const { data } = await sharp(Buffer.from(image.data.buffer), {
    raw: { width: image.width, height: image.height, channels: 4 },
  })
    .removeAlpha()
    .blur(sigma)
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: image.width, height: image.height, data: new Uint8ClampedArray(data) };
}

/** Goes over from one picture to the other across its middle. */
function blendTowards(into: Rgba, other: Rgba, from: number): void {
  const { width, height, data } = into;
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const towards = Math.cos(from) * (x / width - 0.5) + Math.sin(from) * (y / height - 0.5);
      const share = Math.min(1, Math.max(0, 0.5 + towards * 2.5));
      for (let c = 0; c < 3; c++) data[at + c] += (other.data[at + c] - data[at + c]) * share;
    }
  }
}

/** Red, green and blue side by side and dark lines between, as a screen's pixels have them. */
function showOnScreen({ width, height, data }: Rgba, pitch: number): void {
  for (let y = 0, at = 0; y < height; y++) {
    const line = (y / pitch) % 1 < 0.22 ? 0.86 : 1;
    for (let x = 0; x < width; x++, at += 4) {
      const part = Math.floor(((x / pitch) % 1) * 3);
      for (let c = 0; c < 3; c++) data[at + c] *= line * (c === part ? 1 : 0.9);
    }
  }
}

/** Sensor noise: stronger in the dark parts, mostly of lightness. */
function addNoise(image: Rgba, level: number, seed: number): void {
  const random = createRandom(seed + 4242);
  const table = Float32Array.from({ length: 65536 }, () => random.normal());
  const { data } = image;
  let n = 0;
  for (let i = 0; i < data.length; i += 4) {
    if ((i & 0x3ffff) === 0) n = Math.floor(random.next() * 65536);
    const strength = level * (1.3 - data[i + 1] / 400);
    const grey = table[n++ & 0xffff] * 0.8;
    data[i] += strength * (grey + 0.6 * table[n++ & 0xffff]);
    data[i + 1] += strength * (grey + 0.6 * table[n++ & 0xffff]);
    data[i + 2] += strength * (grey + 0.6 * table[n++ & 0xffff]);
  }
}

/** The ink mask pulled upright and flat, `dpi` dots an inch: what a perfect page would show as ink. */
export async function inkMask(sheet: RenderedSheet, dpi: number): Promise<Buffer> {
  const { width, height } = sheet.image;
  const scale = dpi / 25.4 / sheet.pixelsPerMm;
  return sharp(sheet.ink, { raw: { width, height, channels: 1 } })
    .resize(Math.round(width * scale), Math.round(height * scale), { fit: 'fill' })
    .png()
    .toBuffer();
}
