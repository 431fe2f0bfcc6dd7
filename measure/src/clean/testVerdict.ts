// The verdict against a reading program on graded pages it was not fitted to (lines of gradePages.ts on stdin).
import { readFileSync } from 'node:fs';
import { judge, type PageFacts } from '@ravlo/core/inside';

type Graded = PageFacts & { readonly name: string; readonly read: number; readonly photoScale: number };

const GOOD = 0.85;
const HOPELESS = 0.3;

const pages = readFileSync(0, 'utf8')
  .split('\n')
  .filter((line) => line.startsWith('{'))
  .map((line) => JSON.parse(line) as Graded);
const judged = pages.map((page) => ({
  page,
  verdict: judge(page, { photoScale: page.photoScale }),
}));
const good = judged.filter(({ page }) => page.read >= GOOD);
const bad = judged.filter(({ page }) => page.read <= HOPELESS);
const pairs = good.flatMap((g) =>
  bad.map((b) =>
    g.verdict.legibility > b.verdict.legibility ? 1 : g.verdict.legibility === b.verdict.legibility ? 0.5 : 0,
  ),
);
const share = (some: typeof judged, word: string) =>
  `${some.filter(({ verdict }) => verdict.word === word).length} of ${some.length}`;
process.stdout.write(
  `${pages.length} pages; good that read well: ${share(good, 'reads-well')}; hopeless to be taken again: ${share(bad, 'take-again')}; area under the curve ${(pairs.reduce((a: number, b) => a + b, 0) / pairs.length).toFixed(4)}\n`,
);
for (const { page, verdict } of judged) {
  const isOff =
    (page.read >= GOOD && verdict.word !== 'reads-well') ||
    (page.read <= HOPELESS && verdict.word !== 'take-again');
  if (isOff) {
    process.stdout.write(
      `${page.name} read ${page.read.toFixed(2)}: ${verdict.word} ${verdict.legibility.toFixed(2)} ${verdict.reasons.map(({ kind }) => kind).join(' ')}\n`,
    );
  }
}
