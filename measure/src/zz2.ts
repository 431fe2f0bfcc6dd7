import { decodePhoto } from '@ravlo/cli';
import { findUpright, flatten } from '@ravlo/core';
import { readdirSync, readFileSync } from 'node:fs';
const dir = 'out/measure/4032';
const files = readdirSync(dir)
  .filter((f) => f.endsWith('.jpg'))
  .slice(0, 6);
const T: Record<string, number[]> = {};
const time = <X>(n: string, f: () => X) => {
  let r!: X;
  f();
  for (let k = 0; k < 6; k++) {
    const t = performance.now();
    r = f();
    (T[n] ??= []).push(performance.now() - t);
  }
  return r;
};
for (const f of files) {
  const { image } = await decodePhoto(`${dir}/${f}`);
  const c = JSON.parse(readFileSync(`${dir}/${f.replace('jpg', 'json')}`, 'utf8')).corners;
  const p = time('flatten100', () => flatten(image, c, { dpi: 100, longSide: 1170 }).image);
  time('upright', () => findUpright(p));
}
for (const k in T) console.log(k, T[k].sort((a, b) => a - b)[T[k].length >> 1].toFixed(1));
