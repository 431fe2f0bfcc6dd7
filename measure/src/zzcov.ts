import { readFileSync, readdirSync } from 'node:fs';
import sharp from 'sharp';
import { flatten } from '../../core/src/flatten/flatten';
import { inkMapOf } from '@ravlo/core';
import { measureCover } from '../../core/src/verdict/measureCover';
const dir = process.argv[2];
for (const f of readdirSync(dir).filter((n) => n.endsWith('.jpg'))) { const t = JSON.parse(readFileSync(`${dir}/${f.replace('.jpg', '.json')}`, 'utf8'));
const { data, info } = await sharp(`${dir}/${f}`).rotate().ensureAlpha().raw().toBuffer({ resolveWithObject: true });
const page = flatten({ width: info.width, height: info.height, data: new Uint8ClampedArray(data) } as any, t.corners, { dpi: 200 }).image;
await sharp(Buffer.from(page.data), { raw: { width: page.width, height: page.height, channels: 4 } }).resize(400).png().toFile(`${dir}/${f}.flat.png`);
console.log(f, JSON.stringify(measureCover(inkMapOf(page)))); }
