import { readCleanPage } from './clean/cleanPages';
import { inkMapOf, type Rgba } from '@ravlo/core';
import { fadeRules } from '../../core/src/clean/fadeRules';
import { pen } from '../../core/src/clean/pen';
import { gridRow } from '../../core/src/clean/grid';
import sharp from 'sharp';
async function png(f: string): Promise<Rgba> { const { data, info } = await sharp(f).ensureAlpha().raw().toBuffer({ resolveWithObject: true }); return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) } as Rgba; }
for (const arg of process.argv.slice(2)) {
let page: Rgba; let t: any = null;
if (arg.endsWith('.png')) page = await png(arg); else { t = await readCleanPage(`out/clean/${arg}`); page = t.page; }
const map = inkMapOf(page); fadeRules(map);
const p = pen(page, undefined, map);
const { width, height } = page;
const lab = new Int32Array(width * height).fill(-1);
const C: any[] = [];
for (let s = 0; s < lab.length; s++) {
  if (lab[s] >= 0 || p.data[s * 4] !== 0) continue;
  const id = C.length; const st = [s]; lab[s] = id; let n = 0, peak = 0, hit = 0;
  while (st.length) { const i = st.pop()!; n++; if (map.smooth[i] > peak) peak = map.smooth[i]; if (t && (t.ink[i] > 100 || t.print[i] > 100)) hit++; const x = i % width;
    for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) { const nx = x + dx, j = i + dy * width + dx; if (nx < 0 || nx >= width || j < 0 || j >= lab.length || lab[j] >= 0 || p.data[j * 4] !== 0) continue; lab[j] = id; st.push(j); } }
  C.push({ n, peak, hit, x: s % width, y: Math.floor(s / width) });
}
const cell = 64, cols = Math.ceil(width / cell), rws = Math.ceil(height / cell);
const g = new Float32Array(cols * rws);
for (let i = 0; i < lab.length; i++) { const c = lab[i] >= 0 && C[lab[i]]; if (!c || c.n < 60) continue; const k = Math.floor(Math.floor(i / width) / cell) * cols + Math.floor((i % width) / cell); g[k] = Math.max(g[k], c.peak); }
const nz = [...g].filter((v) => v > 0).sort((a, b) => a - b); const usual = nz[nz.length >> 1] ?? 0;
const q = (v: number[]) => { v.sort((a, b) => a - b); return v.length ? [0, .02, .1, .5, .9, 1].map((s) => v[Math.round((v.length - 1) * s)].toFixed(2)).join(' ') : '-'; };
const ink: number[] = [], not: number[] = []; let inkNear = 0;
for (const c of C) { if (c.n >= 60) continue; let near = 0; const cx = Math.floor(c.x / cell), cy = Math.floor(c.y / cell);
  for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) if (cy + dy >= 0 && cy + dy < rws && cx + dx >= 0 && cx + dx < cols) near = Math.max(near, g[(cy + dy) * cols + cx + dx]);
  if (near > 0) inkNear++;
  (c.hit > 0 ? ink : not).push(c.peak / (near || usual)); }
console.log(arg, t?.kind, t?.pen, t?.paper, 'usual', usual, 'ink', ink.length, q(ink), '| not', not.length, q(not));
}
