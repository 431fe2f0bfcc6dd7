import { readCleanPage } from './clean/cleanPages';
import { clean } from '@ravlo/core';
for (const k of [201, 202, 203, 204, 210,211]) { const { page } = await readCleanPage(`out/clean/pages/page-${k}`);
for (let i = 0; i < 4; i++) { const s = performance.now(); clean(page, 'pen'); console.log(k, (performance.now() - s).toFixed(0)); } }
