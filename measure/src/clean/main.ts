import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Command } from 'commander';
import { checkPage, clean, inkMapOf } from '@ravlo/core';
import { CLEAN_KINDS } from '@ravlo/studio';
import { loadComparison } from '../comparison';
import { mean, median } from '../statistics';
import { printTable } from '../table';
import { greyOf, otsu, sauvola } from './baselines';
import { drawMissing, readCleanPage, type CleanPage } from './cleanPages';
import {
  blackOf,
  fadeScore,
  hueError,
  inkF,
  inkRecall,
  paperScore,
  tintChroma,
  type FadeScore,
} from './cleanScores';

const { dir, seed, count, each } = new Command('measure:clean')
  .description('How clean pages get, beside Otsu, Sauvola and a general-purpose library, in one run.')
  .option('--dir <dir>', 'where the drawn pages are kept', 'out/clean/pages')
  .option('--seed <n>', 'the first', Number, 201)
  .option('--count <n>', 'how many pages; kinds go round', Number, 36)
  .option('--each', 'a line for every page, on standard error')
  .parse()
  .opts<{ dir: string; seed: number; count: number; each?: boolean }>();

interface Row {
  readonly kind: string;
  readonly pencil: boolean;
  readonly pen: number;
  readonly otsu: number;
  readonly sauvola: number;
  readonly daylight: number;
  readonly lifted: number;
  readonly white: number;
  readonly deviation: number;
  readonly hue: number | null;
  readonly tint: number | null;
  readonly faded: FadeScore | null;
  readonly ms: readonly [daylight: number, pen: number, verdict: number];
  readonly otherMs: readonly [daylight: number, pen: number];
}

function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  return [work(), performance.now() - start];
}

/** They never change: worked out once a page. */
function baselineScores(name: string, truth: CleanPage): Pick<Row, 'otsu' | 'sauvola'> {
  const file = `${name}.baselines`;
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as Pick<Row, 'otsu' | 'sauvola'>;
  const { page } = truth;
  const grey = greyOf(page);
  const scores = {
    otsu: inkF(truth, otsu(grey)).f,
    sauvola: inkF(truth, sauvola(grey, page.width, page.height)).f,
  };
  writeFileSync(file, JSON.stringify(scores));
  return scores;
}

const rows: Row[] = [];
await drawMissing({ dir, seed, count });
const comparison = await loadComparison();
for (let k = 0; k < count; k++) {
  const name = path.join(dir, `page-${seed + k}`);
  const truth = await readCleanPage(name);
  const { page } = truth;
  const [day, dayMs] = timed(() => clean(page, 'daylight'));
  const [pen, penMs] = timed(() => clean(page, 'pen'));
  const lifted = clean(page, 'pencil');
  const map = inkMapOf(page);
  const [, verdictMs] = timed(() => checkPage(page, null, map));
  const ours = inkF(truth, blackOf(pen));
  const row: Row = {
    kind: truth.kind,
    pencil: truth.pen === 'pencil',
    pen: ours.f,
    ...baselineScores(name, truth),
    daylight: inkRecall(truth, day),
    lifted: inkRecall(truth, lifted),
    ...paperScore(truth, day),
    hue: hueError(truth, day),
    tint: tintChroma(truth, day),
    faded: fadeScore(truth, day, clean(page, 'daylight', { fadeRules: true })),
    ms: [dayMs, penMs, verdictMs],
    otherMs: [comparison.daylightMs(page), comparison.penMs(page)],
  };
  rows.push(row);
  if (each) {
    process.stderr.write(
      `${truth.name} ${truth.kind} ${truth.paper} ${truth.pen}: pen ${row.pen.toFixed(3)} (p ${ours.precision.toFixed(3)} r ${ours.recall.toFixed(3)}) otsu ${row.otsu.toFixed(3)} sauvola ${row.sauvola.toFixed(3)} day ${row.daylight.toFixed(3)} pencil ${row.lifted.toFixed(3)} white ${row.white.toFixed(4)} sd ${row.deviation.toFixed(2)} hue ${row.hue?.toFixed(1)} ms ${dayMs.toFixed(0)} ${penMs.toFixed(0)}\n`,
    );
  }
}

const present = (values: readonly (number | null)[]) => values.filter((value) => value !== null);
const fixed = (value: number, digits: number) => (Number.isFinite(value) ? value.toFixed(digits) : '-');
const line = (name: string, some: readonly Row[]) => {
  const by = (pick: (row: Row) => number) => mean(some.map(pick));
  return [
    name,
    String(some.length),
    fixed(
      by((row) => row.pen),
      4,
    ),
    fixed(
      by((row) => row.otsu),
      4,
    ),
    fixed(
      by((row) => row.sauvola),
      4,
    ),
    fixed(
      by((row) => row.daylight),
      4,
    ),
    fixed(
      by((row) => row.lifted),
      4,
    ),
    fixed(100 * by((row) => row.white), 2),
    fixed(
      by((row) => row.deviation),
      2,
    ),
    fixed(median(present(some.map((row) => row.hue))), 1),
    fixed(median(present(some.map((row) => row.tint))), 2),
  ];
};
printTable([
  [
    'kind',
    'n',
    'Pen F',
    'Otsu F',
    'Sauvola F',
    'Daylight recall',
    'Pencil recall',
    'white %',
    'deviation',
    'hue',
    'tint',
  ],
  ...CLEAN_KINDS.map((kind) =>
    line(
      kind,
      rows.filter((row) => row.kind === kind),
    ),
  ),
  line(
    'in pencil',
    rows.filter((row) => row.pencil),
  ),
  line('all', rows),
]);
const faded = rows.flatMap(({ faded: score }) => score ?? []);
process.stdout.write(
  `\nfading rules, ${faded.length} ruled pages: ${fixed(100 * mean(faded.map(({ left }) => left)), 1)} % of the rules left, ${fixed(100 * mean(faded.map(({ harmed }) => harmed)), 2)} points of ink recall lost\n\n`,
);
const ms = (pick: (row: Row) => number) => median(rows.map(pick));
const timeRow = (name: string, ours: number, theirs: number | null) => [
  name,
  `${ours.toFixed(0)} ms`,
  theirs === null ? '' : `${theirs.toFixed(0)} ms`,
  theirs === null ? '' : (ours / theirs).toFixed(2),
];
printTable([
  ['1654 x 2339, medians', 'Ravlo', 'OpenCV', 'ratio'],
  timeRow(
    'Daylight',
    ms((row) => row.ms[0]),
    ms((row) => row.otherMs[0]),
  ),
  timeRow(
    'Pen',
    ms((row) => row.ms[1]),
    ms((row) => row.otherMs[1]),
  ),
  timeRow(
    'verdict, the ink known',
    ms((row) => row.ms[2]),
    null,
  ),
]);
