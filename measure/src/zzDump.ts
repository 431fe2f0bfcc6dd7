import sharp from 'sharp';
import { clean } from '@ravlo/core';
import { readCleanPage } from './clean/cleanPages';
const [, , n, look, x, y, w, h] = process.argv;
const t = await readCleanPage(`out/clean/dev/page-${n}`);
for (let k = 0; k < 3; k++) {
  const s = performance.now();
  clean(t.page, look as 'pen');
  console.log(performance.now() - s);
}
const r = clean(t.page, look as 'pen');
const box = { left: +x, top: +y, width: +w, height: +h };
const A = await sharp(Buffer.from(t.page.data), {
  raw: { width: t.page.width, height: t.page.height, channels: 4 },
})
  .extract(box)
  .png()
  .toBuffer();
const B = await sharp(Buffer.from(r.data), { raw: { width: r.width, height: r.height, channels: 4 } })
  .extract(box)
  .png()
  .toBuffer();
await sharp({ create: { width: box.width * 2 + 10, height: box.height, channels: 3, background: '#f0f' } })
  .composite([
    { input: A, left: 0, top: 0 },
    { input: B, left: box.width + 10, top: 0 },
  ])
  .png()
  .toFile('/tmp/dump.png');
