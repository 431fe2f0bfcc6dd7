import { decodePhoto } from '@ravlo/cli';
import { findOutline } from '@ravlo/core';
import { readdirSync } from 'node:fs';
const dir = 'out/measure/4032';
const files = readdirSync(dir)
  .filter((f) => f.endsWith('.jpg'))
  .slice(0, 10);
const images = [];
for (const f of files) {
  images.push((await decodePhoto(`${dir}/${f}`)).image);
}
for (const i of images) findOutline(i);
const ts: number[] = [];
for (let n = 0; n < 3; n++)
  for (const i of images) {
    const t = performance.now();
    findOutline(i);
    ts.push(performance.now() - t);
  }
ts.sort((a, b) => a - b);
console.log('find median', ts[15].toFixed(0), 'min', ts[0].toFixed(0), 'max', ts[29].toFixed(0));
