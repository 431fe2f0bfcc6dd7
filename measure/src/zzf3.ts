import { readCleanPage } from './clean/cleanPages';
import { inkMapOf, clean } from '@ravlo/core';
import { fadeRules } from '../../core/src/clean/fadeRules';
import { isChalk } from '../../core/src/clean/isChalk';
const { page } = await readCleanPage(`out/clean/dev/page-5`); const map = inkMapOf(page); const b = map.smooth.slice();
console.log(isChalk(page), page.width, page.height);
fadeRules(map); let n = 0; for (let i = 0; i < b.length; i++) if (b[i] !== map.smooth[i]) n++; console.log('cleared', n);
