import { convolve, type Features } from '../net/convolve';
import { loadLayers } from '../net/loadLayers';
import { shrinkToFit } from '../raster/shrinkToFit';
import type { Plane, Rgba } from '../raster/image';
import { turnPlane } from '../raster/turnPlane';
import type { Turn } from '../geometry/turn';
import { inkPatches, inkPlane } from './inkPatches';
import { layoutVote } from './layoutVote';
import { UPRIGHT_NET_WEIGHTS } from './uprightNetWeights';

/** Which way up a page is. */
export interface Upright {
  /** the clockwise turn that brings the page upright */
  readonly turn: Turn;
  /** 0 to 1 */
  readonly confidence: number;
}

const LAYERS = {
  a: [1, 12, 3, 2],
  b: [12, 24, 3, 2],
  c: [24, 32, 3, 2],
  d: [32, 40, 3, 1],
  e: [40, 48, 3, 2],
  f: [48, 48, 3, 1],
  g: [48, 4, 1, 1],
} as const;

/** An A4 page at 100 dots an inch: writing is then as large as the net knows it. */
const LONG_SIDE = 1170;
const MOST_PATCHES = 60;
/** Where letters alone are as sure as this after so many patches, no more are looked at. */
const PATCHES_AT_ONCE = 12;
const SURE_ENOUGH = 0.99;

export interface VoteWeights {
  /** neighbouring patches say much the same: each counts for this share of a witness */
  readonly letters: number;
  /** the layout's word for upright and against upside down, each by this share of its log odds */
  readonly layout: number;
}

/** Looked up in the table that measure/src/train/fitUpright.ts prints: none wrong though sure. */
const WEIGHTS: VoteWeights = { letters: 0.15, layout: 0.5 };

let layer: ReturnType<typeof loadLayers<keyof typeof LAYERS>> | null = null;

/** Class k of the net: turned clockwise by k quarters; so much more brings the page upright. */
const TURNS = [0, 270, 180, 90] as const;
const QUARTERS = [0, 90, 180, 270] as const;

/** What the writing says, before it is weighed. */
export interface UprightVotes {
  /** by class: sums over the patches of the net's log likelihoods */
  readonly letters: readonly number[];
  /** what the layout says for the likeliest class and against the one upside down to it, log odds */
  readonly layout: number;
  readonly patches: number;
}

/**
 * Reads which way up a page is from its writing: a small convolutional net (trained by measure/src/train on drawn
 * handwriting and print) looks at the patches with the most ink, until their votes are sure; between upright and
 * upside down, which letters alone tell least, the layout has a vote as well.
 *
 * @param page flat, as it lies in the photo
 */
export function findUpright(page: Rgba): Upright {
  return weighVotes(uprightVotes(page), WEIGHTS);
}

/** The likeliest turn by both votes, each times its weight. */
export function weighVotes({ letters, layout, patches }: UprightVotes, weights: VoteWeights): Upright {
  if (patches === 0) return { turn: 0, confidence: 0 };
  const votes = letters.map((vote) => weights.letters * vote);
  const first = likeliest(votes).index;
  votes[first] += weights.layout * layout;
  votes[(first + 2) % 4] -= weights.layout * layout;
  const { index, share } = likeliest(votes);
  return { turn: TURNS[index], confidence: share };
}

/** The class with the most votes, and its share of all likelihood, 0.25 to 1. */
function likeliest(votes: readonly number[]): { readonly index: number; readonly share: number } {
  const most = Math.max(...votes);
  const total = votes.reduce((sum, vote) => sum + Math.exp(vote - most), 0);
  return { index: votes.indexOf(most), share: 1 / total };
}

/** The votes that `findUpright` weighs, for those who fit its weights. */
export function uprightVotes(page: Rgba): UprightVotes {
  const ink = inkPlane(shrinkToFit(page, LONG_SIDE));
  const patches = inkPatches(ink, { count: MOST_PATCHES });
  const letters = [0, 0, 0, 0];
  let looked = 0;
  const sureness = () => likeliest(letters.map((vote) => WEIGHTS.letters * vote)).share;
  while (looked < patches.length && sureness() < SURE_ENOUGH) {
    for (const patch of patches.slice(looked, looked + PATCHES_AT_ONCE)) {
      lookAllWays(patch).forEach((vote, i) => (letters[i] += vote));
      looked++;
    }
  }
  const layout = patches.length > 0 ? layoutVote(turnPlane(ink, TURNS[likeliest(letters).index])) : 0;
  return { letters, layout, patches: looked };
}

/**
 * What the net says of a patch, log likelihoods by class, on the mean of its looks from all four sides: it was seen to favour one
 * way up or another where the picture is bad.
 */
function lookAllWays(patch: Plane): number[] {
  const all = [0, 0, 0, 0];
  QUARTERS.forEach((turn, quarters) => {
    const once = look(turnPlane(patch, turn));
    for (let i = 0; i < 4; i++) all[i] += once[(i + quarters) % 4] / 4;
  });
  return all;
}

function look(patch: Plane): number[] {
  layer ??= loadLayers(LAYERS, UPRIGHT_NET_WEIGHTS);
  let features: Features = { ...patch, channels: 1 };
  for (const name of ['a', 'b', 'c', 'd', 'e', 'f'] as const) features = convolve(layer[name], features);
  const { channels, data } = features;
  const means = new Float32Array(channels);
  for (let i = 0; i < data.length; i++) means[i % channels] += (data[i] * channels) / data.length;
  const last = convolve(layer.g, { width: 1, height: 1, channels, data: means }, { rectify: false });
  return logLikelihoods([...last.data]);
}

function logLikelihoods(logits: readonly number[]): number[] {
  const most = Math.max(...logits);
  const sum = logits.reduce((total, value) => total + Math.exp(value - most), 0);
  return logits.map((value) => value - most - Math.log(sum));
}
