import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { Command } from 'commander';
import { clean } from '@ravlo/core';
import { CLEAN_KINDS } from '@ravlo/studio';
import { mean, median } from '../statistics';
import { printTable } from '../table';
import { greyOf, otsu, sauvola } from './baselines';
import { cleanPageNames, readCleanPage, type CleanPage } from './cleanPages';
import { blackOf, hueError, inkF, inkRecall, paperScore, tintChroma } from './cleanScores';

const { dir, each, from, count } = new Command('measure:clean')
  .option('--dir <dir>', 'where the drawn pages are', 'out/clean/dev')
  .option('--from <n>', 'leave out so many pages at the start', Number, 0)
  .option('--count <n>', 'look at so many pages', Number, 1000)
  .option('--each', 'a line for every page, on standard error')
  .parse()
  .opts<{ dir: string; each?: boolean; from: number; count: number }>();

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
  readonly ms: readonly [daylight: number, pen: number];
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
for (const name of cleanPageNames(dir).slice(from, from + count)) {
  const truth = await readCleanPage(name);
  const { page } = truth;
  const [day, dayMs] = timed(() => clean(page, 'daylight'));
  const [pen, penMs] = timed(() => clean(page, 'pen'));
  const lifted = clean(page, 'pencil');
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
    ms: [dayMs, penMs],
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
process.stdout.write(
  `\nms a page, medians: Daylight ${median(rows.map(({ ms }) => ms[0])).toFixed(0)}, Pen ${median(rows.map(({ ms }) => ms[1])).toFixed(0)}\n`,
);
