import { readCleanPage } from './clean/cleanPages';
import { inkMapOf } from '@ravlo/core';
import { fadeRules } from '../../core/src/clean/fadeRules';
for (const k of [205, 207, 216]) { const { page, paper } = await readCleanPage(`out/clean/pages/page-${k}`);
const map = inkMapOf(page);
for (let i = 0; i < 6; i++) { const m = { ...map, darkness: map.darkness.slice(), smooth: map.smooth.slice() }; const s = performance.now(); fadeRules(m); console.log(paper, (performance.now() - s).toFixed(0)); } }
