import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { renderSheet } from './renderSheet';
import type { SheetPlan } from './sheet';
import { CHART_WORK, PASSAGE_LOG, TIDE_TABLES } from './world';

/* Draws the flat sheets that the client's practice desk plays with: npm run practice:draw */

const dir = fileURLToPath(new URL('../../client/public/practice', import.meta.url));
const A4 = { width: 210, height: 297, paperColour: '#f6f5f0' } as const;
const SHEETS: readonly SheetPlan[] = [
  { ...A4, seed: 1, paper: 'lined', ink: 'blue-pen', hand: 'kalam', text: TIDE_TABLES[0] },
  { ...A4, seed: 2, paper: 'squared', ink: 'black-pen', hand: 'patrick', text: CHART_WORK[0] },
  { ...A4, seed: 3, paper: 'plain', ink: 'blue-pen', hand: 'caveat', text: PASSAGE_LOG[0] },
  { ...A4, seed: 4, paper: 'lined', ink: 'black-pen', hand: 'indie', text: CHART_WORK[1] },
];
const PIXELS_PER_MM = 4;

mkdirSync(dir, { recursive: true });
for (const [i, plan] of SHEETS.entries()) {
  const { image } = await renderSheet(plan, PIXELS_PER_MM);
  const { width, height } = image;
  await sharp(Buffer.from(image.data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 72 })
    .toFile(path.join(dir, `sheet-${i + 1}.jpg`));
}
