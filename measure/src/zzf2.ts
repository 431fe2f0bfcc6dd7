import { readCleanPage } from './clean/cleanPages';
import { inkMapOf } from '@ravlo/core';
import * as R from '../../core/src/clean/findRules';
import { ruleProfiles } from '../../core/src/clean/ruleProfiles';
for (const k of process.argv.slice(2)) { const { page, kind } = await readCleanPage(`out/clean/${k}`); const map = inkMapOf(page);
(globalThis as any).dbg = []; const { width, height } = page;
R.findRules({ plane: map.smooth, length: width, places: height, stepAlong: 1, stepAcross: width }, ruleProfiles(map.smooth, width, height).across, { noise: map.noise, contrast: map.contrast, beside: 5 });
console.log(k, kind, JSON.stringify((globalThis as any).dbg).slice(0, 1500)); }
