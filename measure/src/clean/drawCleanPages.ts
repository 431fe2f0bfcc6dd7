// Photographs sheets of every kind and pulls them flat by the true outline, each with the truth beside it.
import { mkdirSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { Command } from 'commander';
import sharp from 'sharp';
import { flatten, PAGE_DPI, signedArea, type Quad } from '@ravlo/core';
import { cleanScene, gradedScene, pageTruth, photograph, punchedHoles } from '@ravlo/studio';
import { throughJpeg } from '../throughJpeg';

/** Photo pixels a page pixel. */
function photoScale(corners: Quad, width: number, height: number): number {
  return Math.sqrt(Math.abs(signedArea(corners)) / (width * height));
}

const { seed, count, longSide, graded, lensBlur, out } = new Command('drawCleanPages')
  .option('--seed <n>', 'the first', Number, 1)
  .option('--count <n>', 'how many', Number, 9)
  .option('--long-side <px>', 'size of the photos', Number, 3024)
  .option('--graded', 'worksheets from well to hopelessly photographed')
  .option('--lens-blur <px>', 'out of focus: Gaussian blur, pixels of a photo of 12 megapixels', Number)
  .requiredOption('--out <dir>')
  .parse()
  .opts<{
    seed: number;
    count: number;
    longSide: number;
    graded?: boolean;
    lensBlur?: number;
    out: string;
  }>();

mkdirSync(out, { recursive: true });
for (let k = 0; k < count; k++) {
  const planned = (graded ? gradedScene : cleanScene)(seed + k, {
    width: Math.round(longSide * 0.75),
    height: longSide,
  });
  const scene = { ...planned, lens: { ...planned.lens, blur: lensBlur ?? planned.lens.blur } };
  const { image, truth } = await photograph(scene);
  const photo = await throughJpeg(image, scene.lens.quality);
  const flat = flatten(photo, truth.corners, { dpi: PAGE_DPI, focal: truth.focal }).image;
  const { width, height } = flat;
  const { ink, print, rules, tint, colour } = await pageTruth(scene.sheet, width, height);
  const name = path.join(out, `page-${seed + k}`);
  const parts = new Uint8Array(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    parts[i * 4] = ink[i];
    parts[i * 4 + 1] = print[i];
    parts[i * 4 + 2] = rules[i];
    parts[i * 4 + 3] = tint[i];
  }
  await sharp(Buffer.from(flat.data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .png({ compressionLevel: 3 })
    .toFile(`${name}.png`);
  await sharp(parts, { raw: { width, height, channels: 4 } })
    .png()
    .toFile(`${name}.parts.png`);
  await sharp(colour, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(`${name}.colour.png`);
  const { paper, ink: pen, text, hand } = scene.sheet;
  const facts = {
    kind: scene.category,
    paper,
    pen,
    hand,
    lines: [text.title, ...text.lines],
    photoScale: photoScale(truth.corners, width, height),
    holes: punchedHoles(scene.sheet).map(({ x, y, radius }) => ({
      x: (x / scene.sheet.width) * width,
      y: (y / scene.sheet.height) * height,
      radius: (radius / scene.sheet.width) * width,
    })),
  };
  await writeFile(`${name}.json`, JSON.stringify(facts));
}
