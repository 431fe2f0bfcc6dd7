import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { Command } from 'commander';
import { CATEGORIES } from '@ravlo/studio';
import { runLive } from './liveRun';
import { loadComparison } from './comparison';
import { contactSheet } from './contactSheet';
import { runOutlines, type OutlineResult } from './outlineRun';
import { sceneSet } from './scenes';
import { runShutter } from './shutterRun';
import { runSharpness } from './sharpnessRun';
import { mean, median, shareOver } from './statistics';
import { printTable } from './table';
import { runTimes } from './timeRun';

const options = new Command('measure')
  .description('Accuracy and speed on drawn photos, beside a general-purpose library, in one run.')
  .option('--count <n>', 'how many photos; categories go round', Number, 260)
  .option('--seed <n>', 'the first seed', Number, 2600)
  .option('--long-side <px>', 'their size, for accuracy', Number, 1512)
  .option('--timed <n>', 'how many photos of 12 megapixels are timed', Number, 13)
  .option('--live <n>', 'how many short films for the live finder', Number, 13)
  .option('--films <n>', 'how many films of each kind for the steady shutter (slow)', Number, 0)
  .option('--dir <dir>', 'where the drawn photos are kept', 'out/measure')
  .option('--worst <file>', 'a picture of the 21 photos with the worst outlines')
  .option('--each', 'a line for every photo, on standard error')
  .parse()
  .opts<{
    count: number;
    seed: number;
    longSide: number;
    timed: number;
    live: number;
    films: number;
    dir: string;
    worst?: string;
    each?: boolean;
  }>();

const comparison = await loadComparison();
const scenes = await sceneSet(options);
const results = await runOutlines(scenes, comparison);

const fixed = (value: number, digits: number) => (Number.isFinite(value) ? value.toFixed(digits) : '-');
const percent = (share: number) => `${fixed(100 * share, 1)} %`;
const present = (values: readonly (number | null | undefined)[]) =>
  values.filter((value): value is number => typeof value === 'number');

/** Photos in which no corner is hidden, outside or bent away: their proportion can be held against the truth. */
const isPlain = ({ scene: { truth } }: OutlineResult) =>
  !truth.isCurled &&
  truth.hiddenCorner === null &&
  truth.corners.every(([x, y]) => x >= 0 && y >= 0 && x <= truth.width && y <= truth.height);

function outlineRow(name: string, some: readonly OutlineResult[]): string[] {
  const ious = some.map((result) => result.iou);
  const others = some.map((result) => result.otherIou);
  const written = some.filter(({ scene }) => scene.truth.lines >= 5);
  const flats = present(some.map((result) => result.flat?.displacement));
  return [
    name,
    String(some.length),
    fixed(mean(ious), 4),
    percent(shareOver(ious, 0.95)),
    fixed(median(present(some.map((result) => result.cornerError))), 3),
    fixed(median(present(some.filter(isPlain).map((result) => result.flat?.proportion))), 2),
    fixed(median(flats), 3),
    percent(written.filter((result) => result.isUprightRight).length / written.length),
    fixed(mean(others), 3),
    percent(shareOver(others, 0.95)),
  ];
}

const categories = CATEGORIES.filter((category) =>
  results.some(({ scene }) => scene.truth.category === category),
);
process.stdout.write(`${results.length} drawn photos, longer side ${options.longSide} px\n\n`);
printTable([
  [
    'category',
    'n',
    'mean IoU',
    'over .95',
    'corner %',
    'prop. %',
    'grid %',
    'upright',
    'OpenCV IoU',
    'over .95',
  ],
  ...categories.map((category) =>
    outlineRow(
      category,
      results.filter(({ scene }) => scene.truth.category === category),
    ),
  ),
  outlineRow('all', results),
]);

const sure = results.filter(({ outline }) => outline.confidence > 0.9);
const unsure = results.filter(({ outline }) => outline.confidence < 0.3);
const written = results.filter(({ scene }) => scene.truth.lines >= 5);
const wrongAndSure = written.filter(
  ({ upright, isUprightRight }) => !isUprightRight && upright.confidence > 0.9,
);
process.stdout.write(
  `\n${sure.length} surer than 0.9: ${percent(
    shareOver(
      sure.map(({ iou }) => iou),
      0.95,
    ),
  )} of them over 0.95; ${unsure.length} less sure than 0.3\n` +
    `upright wrong though surer than 0.9: ${wrongAndSure.length} of ${written.length}; asked: ${percent(
      written.filter(({ isAsked }) => isAsked).length / written.length,
    )}, of the others right: ${percent(
      shareOver(
        written.filter(({ isAsked }) => !isAsked).map(({ isUprightRight }) => Number(isUprightRight)),
        0.5,
      ),
    )}\n` +
    `outlines that cut handwriting: ${results.filter(({ cut }) => cut > 0.01).length} of ${results.length}; ` +
    `the whole photo wrongly taken: ${
      results.filter(({ outline, scene }) => outline.quad === null && !scene.truth.isFull).length
    }\n`,
);

if (options.timed > 0) {
  const large = await sceneSet({ ...options, count: options.timed, longSide: 4032 });
  const times = await runTimes(large, comparison);
  process.stdout.write(`\n${options.timed} photos of 12 megapixels, decoded before, one thread, medians\n\n`);
  printTable([
    ['step', 'Ravlo', 'OpenCV', 'ratio'],
    ...times.map(({ step, ours, theirs }) => [
      step,
      `${fixed(ours, 0)} ms`,
      theirs === null ? '' : `${fixed(theirs, 0)} ms`,
      theirs === null ? '' : fixed(ours / theirs, 2),
    ]),
  ]);

  const scores = await runSharpness(large, comparison);
  process.stdout.write('\nsharpness of the ink on a flat page over that of OpenCV, medians\n\n');
  printTable([
    ['resolution', 'over INTER_CUBIC', 'over twice the size, then INTER_AREA'],
    ...scores.map(({ dpi, overCubic, overArea }) => [`${dpi} dpi`, fixed(overCubic, 3), fixed(overArea, 3)]),
  ]);
}

if (options.live > 0) {
  const live = await runLive(options.live, options.seed);
  process.stdout.write(
    `\nlive, ${live.sheets} short films of 640 x 480: found in ${live.found}; ${fixed(live.medianMs, 1)} ms a frame, ` +
      `95th of a hundred ${fixed(live.slowMs, 1)} ms; a still sheet's corners stray by ${fixed(live.jitter, 4)} % of the ` +
      `diagonal; ${live.caughtUp} frames until a moved sheet is caught up with\n`,
  );
}

if (options.films > 0) {
  const films = await runShutter(options.films, 920_000);
  process.stdout.write('\nthe steady shutter on drawn films, 15 frames a second\n\n');
  printTable([
    ['film', 'seconds', 'sheets', 'taken', 'taken twice', 'taken in motion or covered'],
    ...films.map(({ kind, seconds, sheets, taken, again, disturbed }) => [
      kind,
      fixed(seconds, 0),
      ...[sheets, taken, again, disturbed].map(String),
    ]),
  ]);
}

const byWorst = [...results].sort((a, b) => a.iou - b.iou);
if (options.each) {
  for (const { scene, outline, upright, isUprightRight, iou, cut } of byWorst) {
    process.stderr.write(
      `${scene.name} ${scene.truth.category} ${scene.truth.desk} iou ${fixed(iou, 4)} cut ${fixed(cut, 3)} sure ${fixed(outline.confidence, 2)} upright ${isUprightRight ? 'right' : 'wrong'} ${fixed(upright.confidence, 2)}\n`,
    );
  }
}
if (options.worst) {
  mkdirSync(path.dirname(options.worst), { recursive: true });
  const prints = byWorst.slice(0, 21).map(({ scene, outline, iou }) => ({
    file: scene.file,
    width: scene.truth.width,
    height: scene.truth.height,
    truth: scene.truth.corners,
    found: outline.quad,
    caption: `${scene.name.slice(6)} ${scene.truth.category} ${fixed(iou, 3)} sure ${fixed(outline.confidence, 2)}`,
  }));
  await contactSheet(prints, options.worst);
}
