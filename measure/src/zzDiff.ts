import sharp from 'sharp';
import { clean } from '@ravlo/core';
import { readCleanPage } from './clean/cleanPages';
import { blackOf, grow, inkOf, over } from './clean/cleanScores';
const [, , n, x, y, w, h] = process.argv;
const t = await readCleanPage(`out/clean/dev/page-${n}`);
const b = blackOf(clean(t.page, 'pen'));
const { width, height } = t.page;
const ink = inkOf(t);
const near = grow(ink, width, height, 1);
const ig = grow(over(t.rules, 30), width, height, 2);
const out = new Uint8Array(width * height * 3).fill(255);
for (let i = 0; i < ink.length; i++) {
  const fp = b[i] && !near[i] && !ig[i];
  const c = fp
    ? [255, 0, 0]
    : ink[i] && !b[i]
      ? [0, 0, 255]
      : ink[i]
        ? [0, 0, 0]
        : b[i]
          ? [150, 200, 150]
          : [255, 255, 255];
  out.set(c, i * 3);
}
let s = sharp(out, { raw: { width, height, channels: 3 } });
await (x
  ? s.extract({ left: +x, top: +y, width: +w, height: +h }).png().toFile('/tmp/diff.png')
  : s
      .resize(Math.round(width / 2))
      .png()
      .toFile('/tmp/diff.png'));
