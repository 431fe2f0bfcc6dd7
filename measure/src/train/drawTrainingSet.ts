import { open } from 'node:fs/promises';
import { Command, Option } from 'commander';
import sharp from 'sharp';
import {
  bareDesk,
  CATEGORIES,
  GRID_COLUMNS,
  GRID_ROWS,
  photograph,
  sceneFromSeed,
  sceneOf,
  type Category,
  type Scene,
  type Truth,
} from '@ravlo/studio';
import type { Point } from '@ravlo/core';

/*
 * Draws what the sheet net is trained on: node --import tsx measure/src/train/drawTrainingSet.ts --count N --seed S
 * --out FILE [--category NAME] [--bare]. Each record is SIDE x SIDE pixels of red, green, blue and sheet cover, a byte each.
 */

/** Pixels a side of the net's picture; the photo is squeezed into it. */
const SIDE = 128;
const SIZE = { width: 216, height: 288 };

const options = new Command()
  .requiredOption('--count <n>', 'how many', Number)
  .requiredOption('--seed <n>', 'the first seed', Number)
  .requiredOption('--out <file>', 'where to append')
  .addOption(new Option('--category <name>', 'only photos of one kind').choices(CATEGORIES))
  .option('--bare', 'photos without a sheet')
  .parse()
  .opts<{ count: number; seed: number; out: string; category?: Category; bare?: boolean }>();

/** The border of the sheet as a photo shows it, bent where it is bent. */
function borderOf({ grid }: Truth): Point[] {
  const at = (column: number, row: number) => grid[row * GRID_COLUMNS + column];
  const [lastColumn, lastRow] = [GRID_COLUMNS - 1, GRID_ROWS - 1];
  const top = Array.from({ length: lastColumn }, (_, i) => at(i, 0));
  const right = Array.from({ length: lastRow }, (_, i) => at(lastColumn, i));
  const bottom = Array.from({ length: lastColumn }, (_, i) => at(lastColumn - i, lastRow));
  const left = Array.from({ length: lastRow }, (_, i) => at(0, lastRow - i));
  return [...top, ...right, ...bottom, ...left];
}

function plan(seed: number): Scene {
  if (options.bare) return bareDesk(seed, SIZE);
  return options.category ? sceneOf(options.category, seed, SIZE) : sceneFromSeed(seed, SIZE);
}

const file = await open(options.out, 'a');
for (let k = 0; k < options.count; k++) {
  const seed = options.seed + k;
  const scene = plan(seed);
  const { image, truth } = await photograph(scene);
  const { width, height, data } = image;
  const colours = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .resize(SIDE, SIDE, { fit: 'fill' })
    .raw()
    .toBuffer();
  const points = (options.bare ? [] : borderOf(truth))
    .map(([x, y]) => `${(x * SIDE) / width},${(y * SIDE) / height}`)
    .join(' ');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><rect width="100%" height="100%"/><polygon points="${points}" fill="#fff"/></svg>`;
  const cover = await sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
  const record = Buffer.alloc(SIDE * SIDE * 4);
  for (let i = 0; i < SIDE * SIDE; i++) {
    colours.copy(record, i * 4, i * 3, i * 3 + 3);
    record[i * 4 + 3] = cover[i];
  }
  await file.write(record);
}
await file.close();
