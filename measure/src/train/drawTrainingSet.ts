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
  type SeenPage,
} from '@ravlo/studio';
import type { Point } from '@ravlo/core';

/*
 * Draws what the sheet net is trained on: node --import tsx measure/src/train/drawTrainingSet.ts --count N --seed S
 * --out FILE [--category NAME] [--bare]. Each record is SIDE x SIDE pixels of seven bytes: red, green, blue, cover of the
 * sheet (an open book's left page), cover of an open book's right page, sides, corners.
 */

/** Pixels a side of the net's picture; the photo is squeezed into it. */
const SIDE = 224;
const SIZE = { width: 300, height: 400 };
/** How far from a side, and from a corner, a pixel still says that it is one, px. */
const SIDE_REACH = 1.4;
const CORNER_REACH = 3;

const options = new Command()
  .requiredOption('--count <n>', 'how many', Number)
  .requiredOption('--seed <n>', 'the first seed', Number)
  .requiredOption('--out <file>', 'where to append')
  .addOption(new Option('--category <name>', 'only photos of one kind').choices([...CATEGORIES]))
  .option('--bare', 'photos without a sheet')
  .parse()
  .opts<{ count: number; seed: number; out: string; category?: Category; bare?: boolean }>();

/** The border of a page as a photo shows it, bent where it is bent. */
function borderOf({ grid }: SeenPage): Point[] {
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

async function plane(content: string): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><rect width="100%" height="100%"/>${content}</svg>`;
  return sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
}

const file = await open(options.out, 'a');
for (let k = 0; k < options.count; k++) {
  const { image, truth } = await photograph(plan(options.seed + k));
  const { width, height, data } = image;
  const colours = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .resize(SIDE, SIDE, { fit: 'fill' })
    .raw()
    .toBuffer();
  const pages = options.bare ? [] : [truth, ...truth.others];
  const outlines = pages.map((page) =>
    borderOf(page)
      .map(([x, y]) => `${(x * SIDE) / width},${(y * SIDE) / height}`)
      .join(' '),
  );
  const polygon = (points: string | undefined, paint: string) =>
    points === undefined ? '' : `<polygon points="${points}" ${paint}/>`;
  const corners = pages.flatMap((page) =>
    [0, GRID_COLUMNS - 1, GRID_COLUMNS * (GRID_ROWS - 1), GRID_COLUMNS * GRID_ROWS - 1].map(
      (i) => page.grid[i],
    ),
  );
  const planes = await Promise.all([
    plane(polygon(outlines[0], 'fill="#fff"')),
    plane(polygon(outlines[1], 'fill="#fff"')),
    plane(
      outlines
        .map((points) => polygon(points, `fill="none" stroke="#fff" stroke-width="${2 * SIDE_REACH}"`))
        .join(''),
    ),
    plane(
      corners
        .map(
          ([x, y]) =>
            `<circle cx="${(x * SIDE) / width}" cy="${(y * SIDE) / height}" r="${CORNER_REACH}" fill="#fff"/>`,
        )
        .join(''),
    ),
  ]);
  const size = 3 + planes.length;
  const record = Buffer.alloc(SIDE * SIDE * size);
  for (let i = 0; i < SIDE * SIDE; i++) {
    colours.copy(record, i * size, i * 3, i * 3 + 3);
    planes.forEach((cover, p) => (record[i * size + 3 + p] = cover[i]));
  }
  await file.write(record);
}
await file.close();
