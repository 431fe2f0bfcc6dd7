import { readCleanPage } from './clean/cleanPages';
import { clean, inkMapOf, checkPage } from '@ravlo/core';
import { inkMap } from '../../core/src/clean/inkMap';
import { paperMap } from '../../core/src/clean/paperMap';
import { measureDarkness } from '../../core/src/clean/darkness';
import { clearEdges } from '../../core/src/clean/clearEdges';
import { clearHoles } from '../../core/src/clean/clearHoles';
import { fadeRules } from '../../core/src/clean/fadeRules';
import { pen } from '../../core/src/clean/pen';
import { daylight } from '../../core/src/clean/daylight';
import { pageFacts } from '../../core/src/verdict/pageFacts';
import { measureLetters } from '../../core/src/verdict/letters';
const t: Record<string, number[]> = {};
function time<T>(n: string, f: () => T): T { const s = performance.now(); const r = f(); (t[n] ??= []).push(performance.now() - s); return r; }
for (let round = 0; round < 2; round++) for (let k = 201; k < 219; k++) {
  const { page } = await readCleanPage(`out/clean/pages/page-${k}`);
  const paper = time('paperMap', () => paperMap(page));
  time('darkness', () => measureDarkness(page, paper));
  const map = time('inkMap', () => inkMap(page));
  time('edges', () => clearEdges(map));
  time('holes', () => clearHoles(map));
  time('letters', () => measureLetters(map, 40));
  time('facts', () => pageFacts(map));
  time('daylight', () => daylight(page, undefined, map));
  time('fade', () => fadeRules(map));
  time('pen', () => pen(page, undefined, map));
}
for (const [n, v] of Object.entries(t)) { const s = v.slice(18).sort((a, b) => a - b); console.log(n, s[9].toFixed(0), 'max', s[17].toFixed(0)); }
