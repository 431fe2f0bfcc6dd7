import { readCleanPage } from './clean/cleanPages';
import { clean } from '@ravlo/core';
import { fadeScore } from './clean/cleanScores';
let l = 0, h = 0, n = 0;
for (const a of process.argv.slice(2)) for (let k = Number(a.split('-')[0].split(':')[1]); k <= Number(a.split('-')[1]); k++) { const d = a.split(':')[0]; const t = await readCleanPage(`out/clean/${d}/page-${k}`);
const f = fadeScore(t, clean(t.page, 'daylight'), clean(t.page, 'daylight', { fadeRules: true })); if (!f) continue; n++; l += f.left; h += f.harmed;
console.log(d, k, t.kind, t.paper, t.pen, 'left', f.left.toFixed(3), 'harmed', (f.harmed * 100).toFixed(2)); }
console.log('mean', (l / n * 100).toFixed(1), (h / n * 100).toFixed(2));
