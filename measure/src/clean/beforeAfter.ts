// Real-size crops of drawn pages before and after cleaning, side by side: a picture to look closely at.
import path from 'node:path';
import { Command } from 'commander';
import sharp from 'sharp';
import { clean, inkMapOf, pickLook, type Look, type Rgba } from '@ravlo/core';
import { CLEAN_KINDS } from '@ravlo/studio';
import { drawMissing, readCleanPage } from './cleanPages';

const { dir, seed, out } = new Command('beforeAfter')
  .option('--dir <dir>', 'where the drawn pages are kept', 'out/clean/pages')
  .option('--seed <n>', 'the first of as many pages as there are kinds', Number, 1001)
  .requiredOption('--out <jpg>')
  .parse()
  .opts<{ dir: string; seed: number; out: string }>();

const CROP = { width: 480, height: 300 };
const GAP = 8;
/** Kinds, and the look that each is shown in; the rest as it is picked. */
const SHOWN: Readonly<Partial<Record<string, Look>>> = {
  print: 'pen',
  'faint-pencil': 'pencil',
  'dark-rules': 'daylight',
  'soft-focus': 'daylight',
};
const KINDS: readonly string[] = [
  'faint-pencil',
  'dark-rules',
  'soft-focus',
  'show-through',
  'colour',
  'print',
];

await drawMissing({ dir, seed, count: CLEAN_KINDS.length });
const tiles: { input: Buffer; left: number; top: number }[] = [];
for (let k = 0; k < CLEAN_KINDS.length; k++) {
  const truth = await readCleanPage(path.join(dir, `page-${seed + k}`));
  const place = KINDS.indexOf(truth.kind);
  if (place < 0) continue;
  const map = inkMapOf(truth.page);
  const look = SHOWN[truth.kind] ?? pickLook(map);
  const after = clean(truth.page, look, {}, map);
  const left = Math.round(truth.page.width * 0.12);
  const top = Math.round(truth.page.height * 0.08);
  const crop = ({ width, height, data }: Rgba) =>
    sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .extract({ left, top, ...CROP })
      .png()
      .toBuffer();
  const y = place * (CROP.height + GAP);
  tiles.push({ input: await crop(truth.page), left: 0, top: y });
  tiles.push({ input: await crop(after), left: CROP.width + GAP, top: y });
}
const size = { width: 2 * CROP.width + GAP, height: KINDS.length * (CROP.height + GAP) - GAP };
await sharp({ create: { ...size, channels: 3, background: '#1C2326' } })
  .composite(tiles)
  .jpeg({ quality: 86 })
  .toFile(out);
