import { writeFileSync } from 'node:fs';
import { Command } from 'commander';
import { createRandom } from '@ravlo/film';
import { flatten, type Rgba } from '@ravlo/core';
import { inkPatches, inkPlane } from '@ravlo/core/inside';
import { cleanScene, photograph, renderSheet, sceneFromSeed, type Scene } from '@ravlo/studio';
import { throughJpeg } from '../throughJpeg';

/*
 * Draws what the upright net is trained on: node --import tsx measure/src/train/drawUprightSet.ts --count N --seed S
 * --out FILE [--flat]. Each record is a 96 x 96 patch of ink of an upright page (64 x 64 and what lies round it), a byte a
 * pixel. Pages are photographed small, with all troubles that there are; with --flat they are only drawn,
 * which is quicker and shows more hands and texts in the same time.
 */
const DPI = 100;
const PATCHES = 24;
const FLAT_PATCHES = 12;
const MARGIN = 16;
const PIXELS_PER_MM = 5;
/** How long the photos' longer side is, px: letters are then as small as they get. */
const LONG_SIDES = [900, 1024, 1024, 1200] as const;

const options = new Command()
  .requiredOption('--count <n>', 'how many sheets', Number)
  .requiredOption('--seed <n>', 'the first seed', Number)
  .requiredOption('--out <file>', 'where to write')
  .option('--flat', 'drawn and not photographed')
  .parse()
  .opts<{ count: number; seed: number; out: string; flat?: boolean }>();

/** Two of three with all kinds of trouble for the outline, the third with all for the ink. */
function sceneOf(seed: number): Scene {
  const longSide = createRandom(seed).pick(LONG_SIDES);
  const size = { width: Math.round(longSide * 0.75), height: longSide };
  return seed % 3 === 2 ? cleanScene(seed, size) : sceneFromSeed(seed, size);
}

async function photographedPages(scene: Scene): Promise<Rgba[]> {
  const { image, truth } = await photograph(scene);
  const photo = await throughJpeg(image, scene.lens.quality);
  return [truth, ...truth.others].map(
    ({ corners }) => flatten(photo, corners, { dpi: DPI, longSide: 1170 }).image,
  );
}

async function drawnPages(scene: Scene): Promise<Rgba[]> {
  const { image } = await renderSheet(scene.sheet, PIXELS_PER_MM);
  return [flatten(image, null, { dpi: DPI }).image];
}

const records: Uint8Array[] = [];
for (let k = 0; k < options.count; k++) {
  const scene = sceneOf(options.seed + k);
  const pages = await (options.flat ? drawnPages(scene) : photographedPages(scene));
  const count = options.flat ? FLAT_PATCHES : PATCHES;
  for (const page of pages) {
    for (const { data } of inkPatches(inkPlane(page), { count, margin: MARGIN })) {
      records.push(Uint8Array.from(data, (value) => Math.round(value * 255)));
    }
  }
  // Whatever ends this early leaves what was drawn.
  if (k % 50 === 49) writeFileSync(options.out, Buffer.concat(records));
}
writeFileSync(options.out, Buffer.concat(records));
process.stderr.write(`${records.length} patches\n`);
