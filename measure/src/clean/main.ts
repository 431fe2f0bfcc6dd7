import path from 'node:path';
import { Command } from 'commander';
import { CLEAN_KINDS } from '@ravlo/studio';
import { loadComparison } from '../comparison';
import { mean, median } from '../statistics';
import { printTable } from '../table';
import { drawMissing } from './cleanPages';
import { BASELINES, SCORED_LOOKS, scorePage, type LookScore, type PageScore } from './scorePage';
import { saveWorstWords } from './worstWords';

const {
  lensBlur,
  dir = lensBlur === undefined ? 'out/clean/pages' : `out/clean/pages-blur-${lensBlur}`,
  seed,
  count: pages,
  each,
  worst,
} = new Command('measure:clean')
  .description(
    'How clean pages get, beside Otsu, Sauvola, division and a general-purpose library, in one run.',
  )
  .option('--dir <dir>', 'where the drawn pages are kept (default: out/clean/pages, and -blur-N)')
  .option('--seed <n>', 'the first', Number, 1001)
  .option('--count <n>', 'how many pages; kinds go round', Number, 54)
  .option('--lens-blur <px>', 'all out of focus: Gaussian blur, pixels of a photo of 12 megapixels', Number)
  .option('--each', 'a line for every page, on standard error')
  .option('--worst <jpg>', 'a picture of the twenty worst words: photo, Daylight, truth')
  .parse()
  .opts<{ dir?: string; seed: number; count: number; lensBlur?: number; each?: boolean; worst?: string }>();

await drawMissing({ dir, seed, count: pages, lensBlur });
const comparison = await loadComparison();
const rows: PageScore[] = [];
for (let k = 0; k < pages; k++) {
  const row = await scorePage(path.join(dir, `page-${seed + k}`), comparison);
  rows.push(row);
  if (each) process.stderr.write(`${line(row)}\n`);
}
if (worst) await saveWorstWords(worst, dir, rows);

function line({
  name,
  kind,
  looks,
  picked,
  baselines,
  deviation,
  rules,
  faded,
  holes,
  width,
  word,
  reasons,
  ms,
}: PageScore): string {
  const score = ({ f, precision, recall, lost }: LookScore) =>
    `${f.toFixed(3)} (${precision.toFixed(3)} ${recall.toFixed(3)} lost ${(100 * lost).toFixed(1)})`;
  return [
    `${name} ${kind}`,
    `day ${score(looks.daylight)}`,
    `pen ${score(looks.pen)}`,
    `pencil ${score(looks.pencil)}`,
    `soft ${score(looks['soft-grey'])}`,
    `auto ${picked}`,
    `division ${score(baselines.division)}`,
    `paper ${deviation.toFixed(2)}`,
    rules ? `rules ${rules.patchiness.toFixed(2)} ${rules.darkness.toFixed(2)}` : '',
    faded ? `faded ${(100 * faded.left).toFixed(1)} ${(100 * faded.harmed).toFixed(2)}` : '',
    holes.punched || holes.letters ? `holes ${holes.left} of ${holes.punched}, letters ${holes.letters}` : '',
    `width ${width.px.toFixed(2)} ${width.bolder?.toFixed(2) ?? ''}`,
    `${word} ${reasons.join(' ')} ms ${ms.daylight.toFixed(0)} ${ms.pen.toFixed(0)} ${ms.verdict.toFixed(0)}`,
  ].join(' · ');
}

const fixed = (value: number, digits: number) => (Number.isFinite(value) ? value.toFixed(digits) : '-');
const present = <T>(values: readonly (T | null)[]) => values.filter((value): value is T => value !== null);
const groups: readonly (readonly [string, readonly PageScore[]])[] = [
  ...CLEAN_KINDS.map((kind) => [kind, rows.filter((row) => row.kind === kind)] as const),
  ['in pencil', rows.filter((row) => row.pencil)],
  ['all', rows],
];

const fOf = (some: readonly PageScore[], pick: (row: PageScore) => LookScore) =>
  fixed(mean(some.map((row) => pick(row).f)), 3);
printTable([
  ['ink F', 'n', ...SCORED_LOOKS, 'auto', 'classical daylight', 'pen', ...BASELINES],
  ...groups.map(([name, some]) => [
    name,
    String(some.length),
    ...[...SCORED_LOOKS, 'auto' as const].map((look) => fOf(some, ({ looks }) => looks[look])),
    fOf(some, ({ classical }) => classical.daylight),
    fOf(some, ({ classical }) => classical.pen),
    ...BASELINES.map((base) => fOf(some, ({ baselines }) => baselines[base])),
  ]),
]);

process.stdout.write('\n');
const both = (pick: (row: PageScore) => LookScore) =>
  [mean(rows.map((row) => pick(row).precision)), mean(rows.map((row) => pick(row).recall))].map((value) =>
    fixed(value, 3),
  );
printTable([
  ['all', 'precision', 'recall'],
  ...[...SCORED_LOOKS, 'auto' as const].map((look) => [look, ...both(({ looks }) => looks[look])]),
  ['classical daylight', ...both(({ classical }) => classical.daylight)],
  ['classical pen', ...both(({ classical }) => classical.pen)],
  ...BASELINES.map((base) => [base, ...both(({ baselines }) => baselines[base])]),
]);

process.stdout.write('\n');
/** Letters count alike, on whatever page they are. */
const lostOf = (some: readonly PageScore[], pick: (row: PageScore) => LookScore) => {
  const letters = some.reduce((sum, row) => sum + row.letters, 0);
  return fixed((100 * some.reduce((sum, row) => sum + pick(row).lost * row.letters, 0)) / letters, 2);
};
printTable([
  [
    'letters lost %',
    ...SCORED_LOOKS,
    'classical daylight',
    'pen',
    'division',
    'white %',
    'deviation',
    'width px',
    'hue',
    'tint',
  ],
  ...groups.map(([name, some]) => [
    name,
    ...SCORED_LOOKS.map((look) => lostOf(some, ({ looks }) => looks[look])),
    lostOf(some, ({ classical }) => classical.daylight),
    lostOf(some, ({ classical }) => classical.pen),
    lostOf(some, ({ baselines }) => baselines.division),
    fixed(100 * mean(some.map(({ white }) => white)), 2),
    fixed(mean(some.map(({ deviation }) => deviation)), 2),
    fixed(median(some.map(({ width }) => width.px).filter(Number.isFinite)), 2),
    fixed(median(present(some.map(({ hue }) => hue))), 1),
    fixed(median(present(some.map(({ tint }) => tint))), 2),
  ]),
]);

const ruled = present(rows.map(({ rules }) => rules));
const faded = present(rows.map((row) => row.faded));
const bolder = present(rows.map(({ width }) => width.bolder));
process.stdout.write(
  `\nrules kept, ${ruled.length} pages: patchiness ${fixed(mean(ruled.map(({ patchiness }) => patchiness)), 3)}, darkness against the photo's ${fixed(mean(ruled.map(({ darkness }) => darkness)), 2)}, at most ${fixed(Math.max(...ruled.map(({ darkness }) => darkness)), 2)}\n` +
    `rules faded, ${faded.length} pages: ${fixed(100 * mean(faded.map(({ left }) => left)), 1)} % of the rules left, ${fixed(100 * mean(faded.map(({ harmed }) => harmed)), 2)} points of ink recall lost\n` +
    `print bolder by ${fixed(100 * median(bolder), 1)} % (${bolder.length} pages)\n`,
);
const punched = rows.reduce((sum, { holes }) => sum + holes.punched, 0);
const stillThere = rows.reduce((sum, { holes }) => sum + holes.left, 0);
process.stdout.write(
  `holes gone: ${fixed(100 * (1 - stillThere / punched), 1)} % of ${punched}; letters taken for holes: ${rows.reduce((sum, { holes }) => sum + holes.letters, 0)} on ${rows.length} pages\n`,
);
const losing = rows.filter(({ looks }) => Math.max(looks.daylight.lost, looks.auto.lost) > 0.015);
const whole = rows.filter((row) => !losing.includes(row));
const count = (some: readonly PageScore[], is: (row: PageScore) => boolean) => some.filter(is).length;
process.stdout.write(
  `pages that lose more than 1.5 % of their letters: ${losing.length}; the verdict says so on ${count(losing, ({ saysLost }) => saysLost)}\n` +
    `other pages: ${whole.length}; it says so on ${count(whole, ({ saysLost }) => saysLost)}, and marks ${count(whole, ({ word }) => word !== 'reads-well')} down for anything\n\n`,
);

const ms = (pick: (row: PageScore) => number) => median(rows.map(pick));
const timeRow = (name: string, ours: number, theirs: number | null) => [
  name,
  `${ours.toFixed(0)} ms`,
  theirs === null ? '' : `${theirs.toFixed(0)} ms`,
  theirs === null ? '' : (ours / theirs).toFixed(2),
];
printTable([
  ['medians', 'Ravlo', 'OpenCV', 'ratio'],
  timeRow(
    'Daylight',
    ms((row) => row.ms.daylight),
    ms((row) => row.otherMs.daylight),
  ),
  timeRow(
    'Pen',
    ms((row) => row.ms.pen),
    ms((row) => row.otherMs.pen),
  ),
  timeRow(
    'verdict, the ink known',
    ms((row) => row.ms.verdict),
    null,
  ),
]);
