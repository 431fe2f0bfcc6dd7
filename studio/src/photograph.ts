import sharp from 'sharp';
import { signedArea, type Rgba } from '@ravlo/core';
import { aimCamera, seenCorners } from './camera';
import { expose } from './expose';
import { throughLens } from './lens';
import { renderSheet, type RenderedSheet } from './renderSheet';
import type { FacingPlan, Scene } from './scene';
import type { SheetPlan } from './sheet';
import { bendSheet, type CurlPlan, type Surface } from './surface';
import { truthOf, type Truth } from './truth';

export interface Photograph {
  readonly image: Rgba;
  readonly truth: Truth;
  readonly sheet: RenderedSheet;
}

/** Draws the sheet and takes the photo: perspective, light, lens blur and sensor noise, but not yet JPEG. */
export async function photograph(scene: Scene): Promise<Photograph> {
  const { camera, sheet: plan } = scene;
  const view = aimCamera(camera, plan.width * (scene.facing ? 2 : 1), plan.height);
  const flatCorners = seenCorners(view, plan.width, plan.height);
  const photoPixelsPerMm = Math.sqrt(Math.abs(signedArea(flatCorners)) / (plan.width * plan.height));
  const sheet = await renderSheet(plan, Math.min(12, Math.max(1, photoPixelsPerMm * 1.3)));
  // Paper that lets everything through is no paper.
  if (scene.isBare) sheet.image.data.fill(0);
  const surface = scene.curl ? bent(plan, scene.curl) : null;
  const facing = scene.facing ? await renderFacing(scene.facing, sheet.pixelsPerMm) : null;
  const sharpImage = await expose({ scene, view, sheet, surface, facing, photoPixelsPerMm });
  const image = await throughLens(sharpImage, scene.lens, scene.seed);
  return { image, truth: truthOf(scene, view, { sheet: surface, facing: facing?.surface ?? null }), sheet };
}

async function renderFacing({ sheet: plan, curl }: FacingPlan, pixelsPerMm: number) {
  return { sheet: await renderSheet(plan, pixelsPerMm), surface: bent(plan, curl) };
}

const bent = ({ width, height }: SheetPlan, curl: CurlPlan): Surface =>
  bendSheet(curl, curl.along === 'x' ? width : height);

/** The ink mask pulled upright and flat, `dpi` dots an inch: what a perfect page would show as ink. */
export async function inkMask(sheet: RenderedSheet, dpi: number): Promise<Buffer> {
  const { width, height } = sheet.image;
  const scale = dpi / 25.4 / sheet.pixelsPerMm;
  return sharp(sheet.ink, { raw: { width, height, channels: 1 } })
    .resize(Math.round(width * scale), Math.round(height * scale), { fit: 'fill' })
    .png()
    .toBuffer();
}
