import sharp from 'sharp';
import { createRgba, shrinkByInteger, signedArea, type Quad, type Rgba } from '@ravlo/core';
import { aimCamera, type CameraView } from './camera';
import { DESK_TILE, DESK_TILE_MM, drawDesk, type DeskTile } from './desk';
import { lightGrid, readLight } from './light';
import { createRandom } from './random';
import { renderSheet, type RenderedSheet } from './renderSheet';
import type { ClutterPlan, Scene } from './scene';

/** What really lay in front of the camera. */
export interface Truth {
  readonly width: number;
  readonly height: number;
  /** photo pixels, clockwise from the page's own top left */
  readonly corners: Quad;
  /** the clockwise quarter turn (degrees) that brings the photo's page upright */
  readonly upright: 0 | 90 | 180 | 270;
  readonly sheetMm: readonly [number, number];
  readonly paper: string;
  readonly ink: string;
  readonly desk: string;
}

export interface Photograph {
  readonly image: Rgba;
  readonly truth: Truth;
  readonly sheet: RenderedSheet;
}

/** Draws the sheet and takes the photo: perspective, light, lens blur and sensor noise, but not yet JPEG. */
export async function photograph(scene: Scene): Promise<Photograph> {
  const { camera, sheet: plan } = scene;
  const view = aimCamera(camera, plan.width, plan.height);
  const photoPixelsPerMm = Math.sqrt(Math.abs(signedArea(view.corners)) / (plan.width * plan.height));
  const sheet = await renderSheet(plan, Math.min(12, Math.max(4, Math.round(photoPixelsPerMm * 1.3))));
  const sharpImage = expose(scene, view, sheet, photoPixelsPerMm);
  const blurred = await blur(sharpImage, (scene.lens.blur * camera.height) / 4032);
  addNoise(blurred, scene.lens.noise, scene.seed);
  const truth: Truth = {
    width: camera.width,
    height: camera.height,
    corners: view.corners,
    upright: uprightTurn(view.corners),
    sheetMm: [plan.width, plan.height],
    paper: plan.paper,
    ink: plan.ink,
    desk: scene.desk,
  };
  return { image: blurred, truth, sheet };
}

function uprightTurn(corners: Quad): Truth['upright'] {
  const [topLeft, topRight] = corners;
  const angle = Math.atan2(topRight[1] - topLeft[1], topRight[0] - topLeft[0]);
  const quarters = ((Math.round(-angle / (Math.PI / 2)) % 4) + 4) % 4;
  return ([0, 90, 180, 270] as const)[quarters];
}

const toLinear = Float32Array.from({ length: 256 }, (_, i) => (i / 255) ** 2.2);
const toSrgb = Uint8Array.from({ length: 4097 }, (_, i) => Math.round(255 * (i / 4096) ** (1 / 2.2)));

function expose(scene: Scene, view: CameraView, sheet: RenderedSheet, photoPixelsPerMm: number): Rgba {
  const { width, height } = scene.camera;
  const photo = createRgba(width, height);
  const tile = drawDesk(scene.desk, scene.seed);
  const shrink = Math.max(1, Math.floor(sheet.pixelsPerMm / photoPixelsPerMm));
  const texture = shrinkByInteger(sheet.image, shrink);
  const texelsPerMm = sheet.pixelsPerMm / shrink;
  const colour = new Float32Array(3);
  const grid = lightGrid(scene, view.toSheet);
  const light = new Float32Array(4);
  const h = view.toSheet;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const u = x + 0.5;
      const v = y + 0.5;
      const w = h[6] * u + h[7] * v + h[8];
      const mmX = (h[0] * u + h[1] * v + h[2]) / w;
      const mmY = (h[3] * u + h[4] * v + h[5]) / w;
      surfaceColour(scene, mmX, mmY, photoPixelsPerMm, texture, texelsPerMm, tile, colour);
      readLight(grid, u, v, light);
      const at = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) {
        photo.data[at + c] = toSrgb[Math.min(4096, (colour[c] * light[c] + light[3]) * 4096) | 0];
      }
      photo.data[at + 3] = 255;
    }
  }
  return photo;
}

/** Linear colour of sheet, clutter or desk at a place in sheet millimetres, edges smoothed over one pixel. */
function surfaceColour(
  scene: Scene,
  x: number,
  y: number,
  pixelsPerMm: number,
  texture: Rgba,
  texelsPerMm: number,
  tile: DeskTile,
  out: Float32Array,
): void {
  const { width, height } = scene.sheet;
  const inside = Math.min(x, y, width - x, height - y);
  const cover = Math.min(1, Math.max(0, inside * pixelsPerMm + 0.5));
  if (cover < 1) {
    deskColour(tile, x, y, out);
    for (const thing of scene.clutter) layClutter(thing, x, y, pixelsPerMm, out);
    const shade = sheetShadow(scene, x, y);
    for (let c = 0; c < 3; c++) out[c] *= shade * (1 - cover);
  } else {
    out.fill(0);
  }
  if (cover > 0) addTexture(texture, x * texelsPerMm, y * texelsPerMm, cover, out);
}

function deskColour(tile: DeskTile, x: number, y: number, out: Float32Array): void {
  const scale = DESK_TILE / DESK_TILE_MM;
  const tx = Math.floor(x * scale) & (DESK_TILE - 1);
  const ty = Math.floor(y * scale) & (DESK_TILE - 1);
  const i = (ty * DESK_TILE + tx) * 3;
  for (let c = 0; c < 3; c++) out[c] = toLinear[tile.data[i + c] | 0];
}

function layClutter(thing: ClutterPlan, x: number, y: number, pixelsPerMm: number, out: Float32Array): void {
  const dx = x - thing.centre[0];
  const dy = y - thing.centre[1];
  const u = Math.abs(dx * Math.cos(thing.turn) + dy * Math.sin(thing.turn));
  const v = Math.abs(dy * Math.cos(thing.turn) - dx * Math.sin(thing.turn));
  const inside = Math.min(thing.size[0] / 2 - u, thing.size[1] / 2 - v);
  const cover = Math.min(1, Math.max(0, inside * pixelsPerMm + 0.5));
  for (let c = 0; c < 3; c++) out[c] = out[c] * (1 - cover) + toLinear[thing.colour[c]] * cover;
}

/** The sheet lies a little off the desk: a thin soft shadow on the side away from the light. */
function sheetShadow(scene: Scene, x: number, y: number): number {
  const { width, height } = scene.sheet;
  const lift = 0.8;
  const sx = x + Math.cos(scene.light.from) * lift;
  const sy = y + Math.sin(scene.light.from) * lift;
  const dx = Math.max(-sx, 0, sx - width);
  const dy = Math.max(-sy, 0, sy - height);
  const distance = Math.abs(dx) + Math.abs(dy);
  return distance > 8 ? 1 : 1 - 0.45 * Math.exp(-distance / 1.1);
}

function addTexture(texture: Rgba, x: number, y: number, cover: number, out: Float32Array): void {
  const cx = Math.min(texture.width - 1, Math.max(0, x - 0.5));
  const cy = Math.min(texture.height - 1, Math.max(0, y - 0.5));
  const x0 = cx | 0;
  const y0 = cy | 0;
  const fx = cx - x0;
  const fy = cy - y0;
  const i = (y0 * texture.width + x0) * 4;
  const right = x0 < texture.width - 1 ? 4 : 0;
  const down = y0 < texture.height - 1 ? texture.width * 4 : 0;
  const { data } = texture;
  for (let c = 0; c < 3; c++) {
    const top = toLinear[data[i + c]] * (1 - fx) + toLinear[data[i + right + c]] * fx;
    const bottom = toLinear[data[i + down + c]] * (1 - fx) + toLinear[data[i + down + right + c]] * fx;
    out[c] += (top * (1 - fy) + bottom * fy) * cover;
  }
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

/** Sensor noise: stronger in the dark parts, mostly of lightness. */
function addNoise(image: Rgba, level: number, seed: number): void {
  const random = createRandom(seed + 4242);
  const table = Float32Array.from({ length: 65536 }, () => random.normal());
  let n = 0;
  for (let i = 0; i < image.data.length; i += 4) {
    if ((i & 0x3ffff) === 0) n = Math.floor(random.next() * 65536);
    const strength = level * (1.3 - image.data[i + 1] / 400);
    const grey = table[n++ & 0xffff] * 0.8;
    for (let c = 0; c < 3; c++) image.data[i + c] += strength * (grey + 0.6 * table[n++ & 0xffff]);
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
