import { writeFileSync } from 'node:fs';
import { Command } from 'commander';
import { intersectionOverUnion } from '@ravlo/core';
import { confidenceFacts, marginOf } from '@ravlo/core/inside';
import { categoryWeights, rankExamples, type RankExample } from './rankExamples';

/*
 * Fits the weights that the confidence in an outline is told by, on drawn photos that neither the ranking nor the nets were fitted on,
 * bare desks among them: node --import tsx measure/src/train/fitConfidence.ts --dir DIR
 */
const { dir, out } = new Command()
  .requiredOption('--dir <dir>', 'drawn photos with their truth')
  .option('--out <file>', 'the module to write', 'core/src/outline/confidenceWeights.ts')
  .parse()
  .opts<{ dir: string; out: string }>();

/** Before its sides are refined a right quad shares this much with the truth. */
const RIGHT = 0.93;
const STEPS = 8000;
/** Quads that share more than this are in the same place. */
const SAME_PLACE = 0.93;

let seed = 7;
const chance = () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 4294967296;

interface Chosen {
  readonly weight: number;
  readonly isRight: boolean;
  readonly facts: readonly number[];
}

const examples = await rankExamples(dir, chance);
const weights = categoryWeights(examples);

function chosen({ category, quads: [best, ...others], iou }: RankExample): Chosen {
  const next = others.find(({ quad }) => intersectionOverUnion(quad, best.quad) < SAME_PLACE);
  return {
    weight: weights.get(category) ?? 0,
    isRight: iou[0] > RIGHT,
    facts: confidenceFacts(best.features, marginOf(best.rank, next?.rank ?? -Infinity), best.own),
  };
}

/** Logistic regression: is the chosen quad right? */
function fitted(some: readonly Chosen[]): number[] {
  let w = some[0].facts.map(() => 0);
  const total = some.reduce((sum, { weight }) => sum + weight, 0);
  for (let step = 0; step < STEPS; step++) {
    const gradient = w.map(() => 0);
    for (const { facts, isRight, weight } of some) {
      const d = weight * (sure(facts, w) - (isRight ? 1 : 0));
      facts.forEach((fact, i) => (gradient[i] += d * fact));
    }
    // Only the number that stands alone is free to be as large as it likes.
    w = w.map((value, i) => value - 2 * (gradient[i] / total + (i < w.length - 1 ? 1e-3 * value : 0)));
  }
  return w;
}

function sure(facts: readonly number[], w: readonly number[]): number {
  return 1 / (1 + Math.exp(-facts.reduce((sum, fact, i) => sum + fact * w[i], 0)));
}

function say(name: string, some: readonly Chosen[], w: readonly number[]): void {
  for (const bar of [0.5, 0.7, 0.8, 0.9, 0.95]) {
    const over = some.filter(({ facts }) => sure(facts, w) > bar);
    const right = over.filter(({ isRight }) => isRight).length;
    process.stderr.write(
      `${name}, surer than ${bar}: ${over.length} of ${some.length}, right ${((100 * right) / over.length).toFixed(1)} %\n`,
    );
  }
}

const all = examples.filter(({ quads }) => quads.length > 0).map(chosen);
const held = all.filter((_, i) => i % 5 === 0);
const others = all.filter((_, i) => i % 5 !== 0);
say('held back', held, fitted(others));
const w = fitted(all);
say('fitted', all, w);
writeFileSync(
  out,
  `/** What quads are trusted by, in the order of \`confidenceFacts\`; written by fitConfidence.ts, not by hand. */
export const CONFIDENCE_WEIGHTS = [
${w.map((value) => `  ${Number(value.toFixed(4))},\n`).join('')}];
`,
);
