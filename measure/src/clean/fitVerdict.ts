// Fits the logistic of legibility to what a reading program got out of graded pages (lines of gradePages.ts on stdin).
import { readFileSync } from 'node:fs';
import { legibilityTerms, type PageFacts } from '@ravlo/core/inside';

type Graded = PageFacts & { readonly name: string; readonly kind: string; readonly read: number };

const pages = readFileSync(0, 'utf8')
  .split('\n')
  .filter((line) => line.startsWith('{'))
  .map((line) => JSON.parse(line) as Graded);

const weights = { bias: 0, signal: 1, softness: -1 };
const guess = (page: Graded) => {
  const [signal, softness] = legibilityTerms(page);
  return 1 / (1 + Math.exp(-(weights.bias + weights.signal * signal + weights.softness * softness)));
};
// Gradient descent on the cross entropy, with a little pull towards small weights.
for (let step = 0; step < 60_000; step++) {
  const slope = { bias: 0, signal: 0, softness: 0 };
  for (const page of pages) {
    const [signal, softness] = legibilityTerms(page);
    const off = guess(page) - page.read;
    slope.bias += off;
    slope.signal += off * signal;
    slope.softness += off * softness;
  }
  for (const key of ['bias', 'signal', 'softness'] as const) {
    weights[key] -= 0.05 * (slope[key] / pages.length + 0.002 * weights[key]);
  }
}
process.stdout.write(`${JSON.stringify(weights)}\n`);
for (const page of pages) {
  const [signal, softness] = legibilityTerms(page);
  process.stdout.write(
    `${page.name} ${page.kind} read ${page.read.toFixed(2)} guess ${guess(page).toFixed(2)} signal ${signal.toFixed(2)} softness ${softness.toFixed(2)}\n`,
  );
}
const good = pages.filter(({ read }) => read >= 0.85).map(guess);
const bad = pages.filter(({ read }) => read <= 0.3).map(guess);
const pairs = good.flatMap((g) => bad.map((b) => (g > b ? 1 : g === b ? 0.5 : 0)));
process.stdout.write(
  `good ${good.length} (least ${Math.min(...good).toFixed(2)}), hopeless ${bad.length} (most ${Math.max(...bad).toFixed(2)}), area under the curve ${(pairs.reduce((a: number, b) => a + b, 0) / pairs.length).toFixed(4)}\n`,
);
