import { readCleanPage, cleanPageNames } from './clean/cleanPages';
import { isChalk } from '../../core/src/clean/isChalk';
for (const d of ['dev', 'pages', 'graded', 'held']) for (const f of cleanPageNames(`out/clean/${d}`)) { const t = await readCleanPage(f); if (isChalk(t.page)) console.log(f, t.kind, t.pen, t.paper); }
