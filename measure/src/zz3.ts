// per-page votes dump
import { decodePhoto } from '@ravlo/cli';
import { flatten } from '@ravlo/core';
import { uprightVotes } from '@ravlo/core/flatten/upright';
import { firstCorner } from './flattenScores';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
const dir = process.argv[2];
const out: any[] = [];
for (const f of readdirSync(dir).filter((f) => f.endsWith('.jpg'))) {
  const truth = JSON.parse(readFileSync(`${dir}/${f.replace('jpg', 'json')}`, 'utf8'));
  const { image } = await decodePhoto(`${dir}/${f}`);
  // start from photo's own top-left as finder would
  const first = firstCorner([...truth.corners.slice(0)] as any, truth);
  const q = truth.corners;
  const k = truth.upright / 90;
  const quad = [0, 1, 2, 3].map((i) => q[(i + k) % 4]) as any; // some rotation
  const page = flatten(image, quad, { dpi: 100, longSide: 1170 }).image;
  const fc = firstCorner(quad, truth);
  const v = uprightVotes(page);
  out.push({ f, lines: truth.lines, cat: truth.category, ink: truth.ink, want: 90 * fc, ...v });
}
writeFileSync(process.argv[3], JSON.stringify(out));
