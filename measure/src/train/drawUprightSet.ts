import { writeFileSync } from 'node:fs';
import { Command } from 'commander';
import { flatten } from '@ravlo/core';
import { inkPatches, inkPlane } from '@ravlo/core/inside';
import { renderSheet, sceneFromSeed } from '@ravlo/studio';

/*
 * Draws what the upright net is trained on: node --import tsx measure/src/train/drawUprightSet.ts --count N --seed S
 * --out FILE. Each record is a 96 x 96 patch of ink of an upright sheet (64 x 64 and what lies round it), a byte a pixel.
 */
const DPI = 100;
const PATCHES = 16;
const MARGIN = 16;
const PIXELS_PER_MM = 5;

const options = new Command()
  .requiredOption('--count <n>', 'how many sheets', Number)
  .requiredOption('--seed <n>', 'the first seed', Number)
  .requiredOption('--out <file>', 'where to write')
  .parse()
  .opts<{ count: number; seed: number; out: string }>();

const records: Uint8Array[] = [];
for (let k = 0; k < options.count; k++) {
  const { sheet: plan } = sceneFromSeed(options.seed + k);
  const { image } = await renderSheet(plan, PIXELS_PER_MM);
  const page = flatten(image, null, { dpi: DPI }).image;
  for (const patch of inkPatches(inkPlane(page), { count: PATCHES, margin: MARGIN })) {
    records.push(Uint8Array.from(patch, (value) => Math.round(value * 255)));
  }
}
writeFileSync(options.out, Buffer.concat(records));
process.stderr.write(`${records.length} patches\n`);
