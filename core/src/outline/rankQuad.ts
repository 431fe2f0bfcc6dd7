import { cautious } from './cautious';
import { FEATURE_NAMES, type QuadFeatures } from './quadFeatures';
import { CONFIDENCE_WEIGHTS } from './confidenceWeights';
import { RANK_BIASES, RANK_HIDDEN, RANK_OUTPUT } from './rankWeights';

/** One number to rank quads by: a small net of one hidden layer over the features, fitted by measure/src/train. */
export function rankQuad(features: QuadFeatures): number {
  let rank = 0;
  RANK_HIDDEN.forEach((weights, h) => {
    let sum = RANK_BIASES[h];
    FEATURE_NAMES.forEach((name, i) => (sum += weights[i] * features[name]));
    rank += RANK_OUTPUT[h] * Math.tanh(sum);
  });
  return rank;
}

/** How far ahead of the next place a quad is, 0 to 1, from their ranks. */
export function marginOf(rank: number, next: number): number {
  return Math.min(1, Math.max(0, (rank - next) / 6));
}

/** What confidence is told by: the features, how far ahead a quad is, what was seen of its sides, and a one. */
export const confidenceFacts = (features: QuadFeatures, margin: number, own: number): number[] => [
  ...FEATURE_NAMES.map((name) => features[name]),
  margin,
  own / 4,
  1,
];

/**
 * How sure it is that the first-ranked quad is the sheet, 0 to 1: a logistic function of its features, of how far
 * ahead it is and of what was seen of its sides, fitted by measure/src/train/fitConfidence.ts, told cautiously; `npm run measure` prints
 * how well it holds.
 *
 * @param own see `LookedQuad`
 */
export function outlineConfidence(features: QuadFeatures, margin: number, own: number): number {
  const facts = confidenceFacts(features, margin, own);
  const sum = facts.reduce((total, fact, i) => total + fact * CONFIDENCE_WEIGHTS[i], 0);
  return cautious(1 / (1 + Math.exp(-sum)));
}
