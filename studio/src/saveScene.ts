import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import sharp from 'sharp';
import { inkMask, photograph } from './photograph';
import type { Scene } from './scene';
import type { Truth } from './truth';

export interface SaveSceneOptions {
  /** also write NAME.ink.png and NAME.json */
  readonly truth: boolean;
}

const INK_MASK_DPI = 100;

/** EXIF's code for "turn clockwise by this to view". */
const EXIF_ORIENTATION = { 0: 1, 90: 6, 180: 3, 270: 8 } as const;

/** What a phone would write about itself: how it looked, which helps, and what it is, which must never reach a PDF. */
function cameraExif({ focal, width, height }: Truth) {
  const equivalent = (focal / Math.hypot(width, height)) * Math.hypot(36, 24);
  return {
    IFD0: { Make: 'Skerry Optics', Model: 'Pinhole 12' },
    IFD2: { FocalLengthIn35mmFilm: String(Math.round(equivalent)) },
  };
}

/**
 * Takes a scene's photo and writes DIR/NAME.jpg, with NAME.json (the truth) and NAME.ink.png (the ink of the
 * flat upright page, white on black, 100 dpi) beside it.
 */
export async function saveScene(
  scene: Scene,
  dir: string,
  name: string,
  options: SaveSceneOptions,
): Promise<Truth> {
  const { image, truth, sheet } = await photograph(scene);
  const { width, height, data } = image;
  const turn = scene.exifTurn ?? 0;
  await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .rotate((360 - turn) % 360)
    .jpeg({ quality: scene.lens.quality })
    .withMetadata({ orientation: EXIF_ORIENTATION[turn], exif: cameraExif(truth) })
    .toFile(path.join(dir, `${name}.jpg`));
  if (options.truth) {
    await writeFile(path.join(dir, `${name}.json`), `${JSON.stringify(truth)}\n`);
    await writeFile(path.join(dir, `${name}.ink.png`), await inkMask(sheet, INK_MASK_DPI));
  }
  return truth;
}
