// Draws flat sheets at 200 dots an inch, each part for itself: what train_ink_net.py puts together and spoils by chance.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { Command } from 'commander';
import sharp from 'sharp';
import { PAGE_DPI } from '@ravlo/core';
import { inkSheet, pageTruth } from '@ravlo/studio';

const { seed, count, step, out } = new Command('drawInkSet')
  .option('--seed <n>', 'the first', Number, 1)
  .option('--count <n>', 'how many', Number, 300)
  .option('--step <n>', 'every so many, so that several can share the work', Number, 1)
  .requiredOption('--out <dir>')
  .parse()
  .opts<{ seed: number; count: number; step: number; out: string }>();

mkdirSync(out, { recursive: true });
for (let n = seed; n < seed + count; n += step) {
  const plan = inkSheet(n);
  const width = Math.round((plan.width / 25.4) * PAGE_DPI);
  const height = Math.round((plan.height / 25.4) * PAGE_DPI);
  const { ink, print, rules, tint } = await pageTruth(plan, width, height);
  const parts = new Uint8Array(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    parts[i * 4] = ink[i];
    parts[i * 4 + 1] = print[i];
    parts[i * 4 + 2] = rules[i];
    parts[i * 4 + 3] = tint[i];
  }
  const name = path.join(out, `sheet-${n}-${plan.ink}-${plan.paper}`);
  await sharp(parts, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 3 })
    .toFile(`${name}.parts.png`);
}
