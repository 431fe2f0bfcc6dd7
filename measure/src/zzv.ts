import { readCleanPage, cleanPageNames } from './clean/cleanPages';
import { inkMapOf } from '@ravlo/core';
import { pageFacts } from '../../core/src/verdict/pageFacts';
import { turnQuarter } from '../../core/src/raster/turnQuarter';
const up: number[] = [], side: number[] = [];
for (const d of ['dev', 'held', 'pages', 'graded']) for (const f of cleanPageNames(`out/clean/${d}`).slice(0, 24)) { const t = await readCleanPage(f); const a = pageFacts(inkMapOf(t.page)), b = pageFacts(inkMapOf(turnQuarter(t.page, 90)));
up.push(a.inRows); side.push(b.inRows); if (a.covered || a.inRows < 0.5) console.log(f, t.kind, a.inRows.toFixed(2), b.inRows.toFixed(2), a.covered.toFixed(4), a.coveredPlace); }
const q = (v: number[]) => { v.sort((x, y) => x - y); return [0, .05, .1, .5, .9, .95, 1].map((s) => v[Math.round((v.length - 1) * s)].toFixed(2)).join(' '); };
console.log('up', q(up)); console.log('side', q(side));
