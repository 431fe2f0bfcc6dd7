import { Command } from 'commander';
import { decodePhoto } from '@ravlo/cli';
import { develop, findOutline, intersectionOverUnion, PAGE_DPI, type Quad } from '@ravlo/core';
import { loadComparison } from './comparison';
import { sceneSet } from './scenes';
import { mean, median, shareOver } from './statistics';

const options = new Command('measure')
  .description('Accuracy and speed on drawn photos, beside a general-purpose library, in one run.')
  .option('--count <n>', 'how many photos', Number, 40)
  .option('--seed <n>', 'the first seed', Number, 1000)
  .option('--long-side <px>', 'photo size', Number, 4032)
  .option('--dir <dir>', 'where the drawn photos are kept', 'out/measure')
  .option('--each', 'a line for every photo, on standard error')
  .parse()
  .opts<{ count: number; seed: number; longSide: number; dir: string; each?: boolean }>();

interface Row {
  iou: number;
  confidence: number;
  findMs: number;
  developMs: number;
  otherIou: number;
  otherFindMs: number;
  otherDevelopMs: number;
}

const scenes = await sceneSet(options);
const comparison = await loadComparison();
const rows: Row[] = [];

const iouOf = (quad: Quad | null, truth: Quad): number => (quad ? intersectionOverUnion(quad, truth) : 0);

function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

for (const [index, { file, truth }] of scenes.entries()) {
  const { image } = await decodePhoto(file);
  const [found, findMs] = timed(() => findOutline(image));
  const [otherQuad, otherFindMs] = timed(() => comparison.find(image));
  const outline = found.quad ?? truth.corners;
  const recipe = { outline, turn: 0, look: 'daylight' } as const;
  const [page, developMs] = timed(() => develop(image, recipe, { dpi: PAGE_DPI }));
  const { width, height } = page.image;
  const [, otherDevelopMs] = timed(() => comparison.develop(image, outline, width, height));
  const row: Row = {
    iou: iouOf(found.quad, truth.corners),
    confidence: found.confidence,
    findMs,
    developMs,
    otherIou: iouOf(otherQuad, truth.corners),
    otherFindMs,
    otherDevelopMs,
  };
  // The first photo warms both sides up.
  if (index === 0) timed(() => develop(image, recipe, { dpi: PAGE_DPI }));
  rows.push(row);
  if (options.each) {
    const facts = Object.entries(found.features ?? {}).map(([name, value]) => `${name} ${value.toFixed(2)}`);
    process.stderr.write(
      `${file} ${truth.desk} ${truth.paper} iou ${row.iou.toFixed(4)} sure ${row.confidence.toFixed(2)} ${facts.join(' ')}\n`,
    );
  }
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
const ms = (value: number) => `${value.toFixed(0)} ms`;
const column = (key: keyof Row) => rows.map((row) => row[key]);
const sure = rows.filter((row) => row.confidence > 0.9);
const [findMs, otherFindMs] = [median(column('findMs')), median(column('otherFindMs'))];
const [developMs, otherDevelopMs] = [median(column('developMs')), median(column('otherDevelopMs'))];

const table: [string, string, string, string][] = [
  ['', 'Ravlo', 'OpenCV', 'ratio'],
  [
    'outline, IoU over 0.95',
    percent(shareOver(column('iou'), 0.95)),
    percent(shareOver(column('otherIou'), 0.95)),
    '',
  ],
  ['outline, mean IoU', mean(column('iou')).toFixed(4), mean(column('otherIou')).toFixed(4), ''],
  ['outline, median IoU', median(column('iou')).toFixed(4), median(column('otherIou')).toFixed(4), ''],
  [
    `of ${sure.length} surer than 0.9, IoU over 0.95`,
    sure.length
      ? percent(
          shareOver(
            sure.map((row) => row.iou),
            0.95,
          ),
        )
      : '-',
    '',
    '',
  ],
  ['find, median', ms(findMs), ms(otherFindMs), (findMs / otherFindMs).toFixed(2)],
  ['develop, median', ms(developMs), ms(otherDevelopMs), (developMs / otherDevelopMs).toFixed(2)],
];
const { width, height } = scenes[0].truth;
process.stdout.write(
  `${rows.length} drawn photos of ${width} x ${height}, pages at ${PAGE_DPI} dpi, one thread\n\n`,
);
for (const [name, ours, theirs, ratio] of table) {
  process.stdout.write(`${name.padEnd(40)}${ours.padStart(10)}${theirs.padStart(10)}${ratio.padStart(8)}\n`);
}
