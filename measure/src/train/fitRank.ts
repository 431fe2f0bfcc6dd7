import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Command } from 'commander';
import { decodePhoto } from '@ravlo/codec';
import {
  createRgba,
  intersectionOverUnion,
  scaleQuad,
  shrinkByInteger,
  type Plane,
  type Quad,
  type Rgba,
} from '@ravlo/core';
import {
  bothPages,
  FEATURE_NAMES,
  firstAlone,
  marginOf,
  searchStages,
  runStages,
  seeStages,
  showsTwoPages,
  type SheetMap,
} from '@ravlo/core/inside';
import type { Truth } from '@ravlo/studio';
import { rectifiedIou } from '../outlineScores';

/*
 * Fits the weights that quads are ranked by, and those of the confidence, on drawn photos:
 * node --import tsx measure/src/train/fitRank.ts --dir DIR
 */
const { dir, out } = new Command()
  .requiredOption('--dir <dir>', 'drawn photos with their truth')
  .option('--out <file>', 'the module to write', 'core/src/outline/rankWeights.ts')
  .parse()
  .opts<{ dir: string; out: string }>();

const HIDDEN = 10;
/** Before its sides are refined a right quad shares this much with the truth. */
const RIGHT = 0.93;
const SIZE = FEATURE_NAMES.length;

interface Example {
  readonly category: string;
  /** features of each candidate */
  readonly x: readonly number[][];
  readonly iou: readonly number[];
  readonly quads: readonly Quad[];
}

const SEARCH_SIDE = 512;
/** Pictures of nothing but noise, to be told from sheets. */
const NOISE_PICTURES = 20;

/** What is looked for in a photo, and how good a quad of the photo is as an answer. */
interface Wanted {
  readonly sheet: (map: SheetMap) => Plane;
  readonly iou: (quad: Quad) => number;
}

function examplesOf(category: string, image: Rgba, wanted: (map: SheetMap) => readonly Wanted[]): Example[] {
  const factor = Math.max(1, Math.ceil(Math.max(image.width, image.height) / SEARCH_SIDE));
  const seen = runStages(seeStages(shrinkByInteger(image, factor, { coarse: true })));
  return wanted(seen.map).map(({ sheet, iou }) => {
    const { quads } = runStages(searchStages(seen, sheet(seen.map)));
    return {
      category,
      x: quads.map(({ features }) => FEATURE_NAMES.map((key) => features[key])),
      quads: quads.map(({ quad }) => quad),
      iou: quads.map(({ quad }) => iou(scaleQuad(quad, factor))),
    };
  });
}

/** As the finder goes about it: page by page where the net sees two, else the one sheet. */
function wantedIn(truth: Truth, map: SheetMap): Wanted[] {
  const isBare = truth.category === 'bare-desk';
  const [width, height] = truth.sheetMm;
  const pages = [truth, ...truth.others].map(({ corners }) => corners).sort(inPicture);
  const iouOf = (corners: Quad | undefined) => (quad: Quad) =>
    isBare || !corners ? 0 : rectifiedIou(quad, corners, width, height);
  if (!showsTwoPages(map)) {
    const best = (quad: Quad) => Math.max(...pages.map((corners) => iouOf(corners)(quad)));
    return [{ sheet: ({ first }) => first, iou: best }];
  }
  const [first, second] = pages.length > 1 ? pages : [undefined, undefined];
  const halves: Wanted[] = [
    { sheet: firstAlone, iou: iouOf(first) },
    { sheet: (each) => each.second, iou: iouOf(second) },
  ];
  return pages.length > 1 ? halves : [...halves, { sheet: bothPages, iou: iouOf(truth.corners) }];
}

/** The page further left first, or further up where they lie above each other. */
function inPicture(a: Quad, b: Quad): number {
  const [dx, dy] = [0, 1].map((axis) => b.reduce((sum, corner, i) => sum + corner[axis] - a[i][axis], 0));
  return -(Math.abs(dx) > Math.abs(dy) ? dx : dy);
}

let seed = 7;
const chance = () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 4294967296;

const examples: Example[] = [];
for (const name of readdirSync(dir).filter((file) => file.endsWith('.jpg'))) {
  const truth = JSON.parse(readFileSync(path.join(dir, name.replace('.jpg', '.json')), 'utf8')) as Truth;
  const { image } = await decodePhoto(path.join(dir, name));
  examples.push(...examplesOf(truth.category, image, (map) => wantedIn(truth, map)));
}
for (let k = 0; k < NOISE_PICTURES; k++) {
  const image = createRgba(16 + Math.floor(chance() * 700), 16 + Math.floor(chance() * 900));
  const [middle, reach] = [40 + chance() * 160, chance() * 110];
  for (let i = 0; i < image.data.length; i++)
    image.data[i] = i % 4 === 3 ? 255 : middle + (chance() - 0.5) * reach;
  examples.push(...examplesOf('noise', image, () => [{ sheet: ({ first }) => first, iou: () => 0 }]));
}

/** Categories that were drawn more often count no more than the others. */
const drawn = new Map<string, number>();
for (const { category } of examples) drawn.set(category, (drawn.get(category) ?? 0) + 1);
const weightOf = ({ category }: Example) => 1 / (drawn.get(category) ?? 1);

/** Weights as one list: HIDDEN x SIZE, HIDDEN biases, HIDDEN output weights. */
const COUNT = HIDDEN * SIZE + 2 * HIDDEN;
const w = Float64Array.from({ length: COUNT }, () => (chance() - 0.5) * 0.6);

function forward(x: readonly number[], weights: Float64Array, hidden: Float64Array): number {
  let sum = 0;
  for (let h = 0; h < HIDDEN; h++) {
    let a = weights[HIDDEN * SIZE + h];
    for (let i = 0; i < SIZE; i++) a += weights[h * SIZE + i] * x[i];
    hidden[h] = Math.tanh(a);
    sum += hidden[h] * weights[HIDDEN * SIZE + HIDDEN + h];
  }
  return sum;
}

/** Listwise: the softmax over a photo's candidates should follow how good they are. */
function lossAndGradient(some: readonly Example[], weights: Float64Array, gradient: Float64Array): number {
  gradient.fill(0);
  let loss = 0;
  for (const { x, iou } of some) {
    const hiddens = x.map(() => new Float64Array(HIDDEN));
    const scores = x.map((features, k) => forward(features, weights, hiddens[k]));
    const wanted = softmax(iou.map((value) => 40 * value));
    const got = softmax(scores);
    for (let k = 0; k < x.length; k++) {
      loss -= wanted[k] * Math.log(got[k] + 1e-12);
      const d = got[k] - wanted[k];
      for (let h = 0; h < HIDDEN; h++) {
        const v = HIDDEN * SIZE + HIDDEN + h;
        gradient[v] += d * hiddens[k][h];
        const back = d * weights[v] * (1 - hiddens[k][h] ** 2);
        gradient[HIDDEN * SIZE + h] += back;
        for (let i = 0; i < SIZE; i++) gradient[h * SIZE + i] += back * x[k][i];
      }
    }
  }
  for (let i = 0; i < COUNT; i++) {
    gradient[i] = gradient[i] / some.length + 2e-3 * weights[i];
  }
  return loss / some.length;
}

function softmax(values: readonly number[]): number[] {
  const most = Math.max(...values);
  const powers = values.map((value) => Math.exp(value - most));
  const sum = powers.reduce((a, b) => a + b, 0);
  return powers.map((power) => power / sum);
}

interface Chosen {
  readonly weight: number;
  readonly iou: number;
  /** the best there was to choose */
  readonly best: number;
  /** features, and how far behind the best candidate in another place is */
  readonly facts: readonly number[];
}

function chosen(some: readonly Example[]): Chosen[] {
  const hidden = new Float64Array(HIDDEN);
  return some
    .filter(({ x }) => x.length > 0)
    .map((example) => {
      const { x, iou, quads } = example;
      const scores = x.map((features) => forward(features, w, hidden));
      const k = scores.indexOf(Math.max(...scores));
      const elsewhere = scores.filter((_, i) => intersectionOverUnion(quads[i], quads[k]) < 0.93);
      return {
        weight: weightOf(example),
        iou: iou[k],
        best: Math.max(...iou),
        facts: [...x[k], marginOf(scores[k], Math.max(...elsewhere))],
      };
    });
}

const usable = examples.filter(({ iou }) => iou.length > 0 && Math.max(...iou) > 0.8);
const held = usable.filter((_, i) => i % 5 === 0);
const trained = usable.filter((_, i) => i % 5 !== 0);
const say = (name: string, some: readonly Example[]) => {
  const picks = chosen(some);
  const share = (bar: number, key: 'iou' | 'best') =>
    ((100 * picks.filter((pick) => pick[key] > bar).length) / picks.length).toFixed(1);
  process.stderr.write(
    `${name}: ${picks.length} photos, chosen over 0.9: ${share(0.9, 'iou')} %, over 0.95: ${share(0.95, 'iou')} %, possible ${share(0.95, 'best')} %\n`,
  );
};

const running: number[] = [];
trained.forEach((example, i) => running.push((running[i - 1] ?? 0) + weightOf(example)));
function pick(): Example {
  const at = chance() * running[running.length - 1];
  return trained[running.findIndex((sum) => sum >= at)];
}

const m = new Float64Array(COUNT);
const v = new Float64Array(COUNT);
const gradient = new Float64Array(COUNT);
const STEPS = 3000;
for (let step = 1; step <= STEPS; step++) {
  const batch = Array.from({ length: 32 }, pick);
  const loss = lossAndGradient(batch, w, gradient);
  const rate = 0.01 * (1 - step / STEPS);
  for (let i = 0; i < COUNT; i++) {
    m[i] = 0.9 * m[i] + 0.1 * gradient[i];
    v[i] = 0.999 * v[i] + 0.001 * gradient[i] ** 2;
    w[i] -= (rate * (m[i] / (1 - 0.9 ** step))) / (Math.sqrt(v[i] / (1 - 0.999 ** step)) + 1e-8);
  }
  if (step % 1000 === 0) process.stderr.write(`${step} loss ${loss.toFixed(4)}\n`);
}
say('fitted', trained);
say('held back', held);
for (const category of drawn.keys()) {
  const some = held.filter((example) => example.category === category);
  if (some.length > 0) say(`held back, ${category}`, some);
}

/** Logistic regression: is the chosen quad right? Facts and a one. */
const all = chosen(examples);
const facts = SIZE + 1;
let c = new Float64Array(facts + 1);
for (let step = 0; step < 8000; step++) {
  const g = new Float64Array(facts + 1);
  for (const { facts: x, iou, weight } of all) {
    const z = x.reduce((sum, value, i) => sum + value * c[i], c[facts]);
    const d = weight * (1 / (1 + Math.exp(-z)) - (iou > RIGHT ? 1 : 0));
    for (let i = 0; i < facts; i++) g[i] += d * x[i];
    g[facts] += d;
  }
  c = c.map((value, i) => value - 2 * (g[i] / drawn.size + 1e-3 * value));
}
const scored = all.map(({ facts: x, iou }) => ({
  p: 1 / (1 + Math.exp(-x.reduce((sum, value, i) => sum + value * c[i], c[facts]))),
  iou,
}));
for (const bar of [0.5, 0.7, 0.8, 0.9, 0.95]) {
  const sure = scored.filter(({ p }) => p > bar);
  process.stderr.write(
    `surer than ${bar}: ${sure.length} of ${scored.length}, right ${((100 * sure.filter(({ iou }) => iou > RIGHT).length) / sure.length).toFixed(1)} %\n`,
  );
}

const list = (values: Iterable<number>) => [...values].map((value) => Number(value.toFixed(4))).join(', ');
const rows = Array.from({ length: HIDDEN }, (_, h) => `[${list(w.slice(h * SIZE, (h + 1) * SIZE))}]`);
writeFileSync(
  out,
  `/** What quads are ranked and trusted by, in the order of FEATURE_NAMES; written by fitRank.ts, not by hand. */
export const RANK_HIDDEN = [${rows.join(',\n')}];
export const RANK_BIASES = [${list(w.slice(HIDDEN * SIZE, HIDDEN * SIZE + HIDDEN))}];
export const RANK_OUTPUT = [${list(w.slice(HIDDEN * SIZE + HIDDEN))}];
/** features, margin, and one that stands alone */
export const CONFIDENCE_WEIGHTS = [${list(c)}];
`,
);
