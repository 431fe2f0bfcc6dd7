import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { renderSheet } from './renderSheet';
import type { SheetPlan } from './sheet';
import { CHART_WORK, PASSAGE_LOG, TIDE_TABLES } from './world';

/* Draws what the client's stand-ins play with, the practice desk and the practice flatbed: npm run practice:draw */

const publicDir = fileURLToPath(new URL('../../client/public', import.meta.url));
const A4 = { width: 210, height: 297, paperColour: '#f6f5f0' } as const;
const SHEETS: readonly SheetPlan[] = [
  { ...A4, seed: 1, paper: 'lined', ink: 'blue-pen', hand: 'kalam', text: TIDE_TABLES[0] },
  { ...A4, seed: 2, paper: 'squared', ink: 'black-pen', hand: 'patrick', text: CHART_WORK[0] },
  { ...A4, seed: 3, paper: 'plain', ink: 'blue-pen', hand: 'caveat', text: PASSAGE_LOG[0] },
  { ...A4, seed: 4, paper: 'lined', ink: 'black-pen', hand: 'indie', text: CHART_WORK[1] },
];
const PIXELS_PER_MM = 4;

/** What lies on the flatbed, and how far askew, degrees. */
const SCANS: readonly (readonly [SheetPlan, number])[] = [
  [{ ...A4, seed: 11, paper: 'squared', ink: 'blue-pen', hand: 'handlee', text: TIDE_TABLES[1] }, 0.3],
  [{ ...A4, seed: 12, paper: 'lined', ink: 'pencil', hand: 'gochi', text: PASSAGE_LOG[1] }, -0.9],
  [{ ...A4, seed: 13, paper: 'plain', ink: 'black-pen', hand: 'architects', text: CHART_WORK[3] }, 0],
];
const SCAN_DPI = 200;

async function draw(plan: SheetPlan, pixelsPerMm: number) {
  const { image } = await renderSheet(plan, pixelsPerMm);
  const { width, height } = image;
  return sharp(Buffer.from(image.data.buffer), { raw: { width, height, channels: 4 } }).removeAlpha();
}

for (const place of ['practice', 'flatbed']) mkdirSync(path.join(publicDir, place), { recursive: true });
for (const [i, plan] of SHEETS.entries()) {
  const sheet = await draw(plan, PIXELS_PER_MM);
  await sheet.jpeg({ quality: 72 }).toFile(path.join(publicDir, 'practice', `sheet-${i + 1}.jpg`));
}
for (const [i, [plan, askew]] of SCANS.entries()) {
  const sheet = await draw(plan, SCAN_DPI / 25.4);
  const { data, info } = await sheet.raw().toBuffer({ resolveWithObject: true });
  // The glass shows as much as it did before the sheet was laid askew.
  await sharp(data, { raw: info })
    .rotate(askew, { background: '#f3f2ee' })
    .resize(info.width, info.height, { fit: 'cover' })
    .linear(0.97, 4)
    .jpeg({ quality: 80 })
    .withMetadata({ density: SCAN_DPI })
    .toFile(path.join(publicDir, 'flatbed', `scan-${i + 1}.jpg`));
}
