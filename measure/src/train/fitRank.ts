import { writeFileSync } from 'node:fs';
import { Command } from 'commander';
import { FEATURE_NAMES, type LookedQuad } from '@ravlo/core/inside';
import { categoryWeights, rankExamples, type RankExample } from './rankExamples';

/*
 * Fits the weights that quads are ranked by on drawn photos; `fitConfidence.ts` goes on from there:
 * node --import tsx measure/src/train/fitRank.ts --dir DIR
 */
const { dir, out } = new Command()
  .requiredOption('--dir <dir>', 'drawn photos with their truth')
  .option('--out <file>', 'the module to write', 'core/src/outline/rankWeights.ts')
  .parse()
  .opts<{ dir: string; out: string }>();

const HIDDEN = 10;
const SIZE = FEATURE_NAMES.length;

let seed = 7;
const chance = () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 4294967296;

const examples = await rankExamples(dir, chance);
const weights = categoryWeights(examples);
const weightOf = ({ category }: RankExample) => weights.get(category) ?? 0;
const factsOf = ({ features }: LookedQuad) => FEATURE_NAMES.map((key) => features[key]);

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
function lossAndGradient(
  some: readonly RankExample[],
  weights: Float64Array,
  gradient: Float64Array,
): number {
  gradient.fill(0);
  let loss = 0;
  for (const { quads, iou } of some) {
    const x = quads.map(factsOf);
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
  readonly iou: number;
  /** the best there was to choose */
  readonly best: number;
}

function chosen(some: readonly RankExample[]): Chosen[] {
  const hidden = new Float64Array(HIDDEN);
  return some.map(({ quads, iou }) => {
    const scores = quads.map((quad) => forward(factsOf(quad), w, hidden));
    return { iou: iou[scores.indexOf(Math.max(...scores))], best: Math.max(...iou) };
  });
}

const usable = examples.filter(({ iou }) => iou.length > 0 && Math.max(...iou) > 0.8);
const held = usable.filter((_, i) => i % 5 === 0);
const trained = usable.filter((_, i) => i % 5 !== 0);
const say = (name: string, some: readonly RankExample[]) => {
  const picks = chosen(some);
  const share = (bar: number, key: 'iou' | 'best') =>
    ((100 * picks.filter((pick) => pick[key] > bar).length) / picks.length).toFixed(1);
  process.stderr.write(
    `${name}: ${picks.length} photos, chosen over 0.9: ${share(0.9, 'iou')} %, over 0.95: ${share(0.95, 'iou')} %, possible ${share(0.95, 'best')} %\n`,
  );
};

const running: number[] = [];
trained.forEach((example, i) => running.push((running[i - 1] ?? 0) + weightOf(example)));
function pick(): RankExample {
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
for (const category of weights.keys()) {
  const some = held.filter((example) => example.category === category);
  if (some.length > 0) say(`held back, ${category}`, some);
}

const list = (values: Iterable<number>) => [...values].map((value) => Number(value.toFixed(4))).join(', ');
const rows = Array.from({ length: HIDDEN }, (_, h) => `[${list(w.slice(h * SIZE, (h + 1) * SIZE))}]`);
writeFileSync(
  out,
  `/** What quads are ranked and trusted by, in the order of FEATURE_NAMES; written by fitRank.ts, not by hand. */
export const RANK_HIDDEN = [${rows.join(',\n')}];
export const RANK_BIASES = [${list(w.slice(HIDDEN * SIZE, HIDDEN * SIZE + HIDDEN))}];
export const RANK_OUTPUT = [${list(w.slice(HIDDEN * SIZE + HIDDEN))}];
`,
);
