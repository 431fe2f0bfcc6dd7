import { FEATURE_NAMES, type QuadFeatures } from './quadFeatures';
import { CONFIDENCE_WEIGHTS, RANK_BIASES, RANK_HIDDEN, RANK_OUTPUT } from './rankWeights';

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

/** From here on a likelihood is told more cautiously; see `cautious`. */
const CAUTIOUS_FROM = 0.75;
/** Set on 320 drawn photos, where all of the surest were right from a likelihood of .95 on: that one is told as .9. */
const CAUTION = 2.29;

/**
 * How sure to say one is. Whoever is told "surer than .9" looks no further, and a wrong outline cuts work off: the upper end is
 * stretched, so that being so sure means to be right all but always, and not in nine of ten.
 */
export function cautious(likelihood: number): number {
  if (likelihood <= CAUTIOUS_FROM) return likelihood;
  const room = 1 - CAUTIOUS_FROM;
  return CAUTIOUS_FROM + room * ((likelihood - CAUTIOUS_FROM) / room) ** CAUTION;
}

/**
 * How sure it is that the first-ranked quad is the sheet, 0 to 1: a logistic function of its features and of how far
 * ahead it is, fitted by measure/src/train, told cautiously; `npm run measure` prints how well it holds.
 */
export function outlineConfidence(features: QuadFeatures, margin: number): number {
  const facts = [...FEATURE_NAMES.map((name) => features[name]), margin, 1];
  const sum = facts.reduce((total, fact, i) => total + fact * CONFIDENCE_WEIGHTS[i], 0);
  return cautious(1 / (1 + Math.exp(-sum)));
}
