import type { Rgba } from '@ravlo/core';
import { greyOf } from './baselines';
import type { CleanPage } from './cleanPages';
import { grow, over } from './cleanScores';

export interface RuleScore {
  /** 0 when rules are evenly there or evenly gone, 1 when they are there in half of the tiles */
  readonly patchiness: number;
  /** how dark rules are over how dark they are in the photo, both against the paper beside them */
  readonly darkness: number;
}

/** Rules are looked at in tiles of so many px. */
const TILE = 64;
/** A tile with fewer pixels of bare rule tells nothing. */
const LEAST = 60;
/** In a tile rules are there when they are as dark as this share of what they are in most tiles. */
const THERE = 0.4;

/** How evenly a page shows its rules; null where there are none. Only rules with nothing on or beside them are looked at. */
export function ruleScore(truth: CleanPage, page: Rgba): RuleScore | null {
  const { width, height } = truth.page;
  const nearInk = grow(over(maxOf(truth.ink, truth.print, truth.tint), 8), width, height, 6);
  const nearRules = grow(over(truth.rules, 8), width, height, 4);
  const [before, after] = [greyOf(truth.page), greyOf(page)];
  const [was, is]: [number[], number[]] = [[], []];
  for (let top = 0; top < height; top += TILE) {
    for (let left = 0; left < width; left += TILE) {
      const sums = [0, 0, 0, 0];
      let [rule, paper] = [0, 0];
      for (let y = top; y < Math.min(height, top + TILE); y++) {
        for (let x = left; x < Math.min(width, left + TILE); x++) {
          const i = y * width + x;
          if (nearInk[i]) continue;
          if (truth.rules[i] > 128) {
            sums[0] += before[i];
            sums[1] += after[i];
            rule++;
          } else if (!nearRules[i]) {
            sums[2] += before[i];
            sums[3] += after[i];
            paper++;
          }
        }
      }
      if (rule < LEAST || paper < LEAST) continue;
      const light = sums[2] / paper;
      was.push((255 * (light - sums[0] / rule)) / Math.max(1, light));
      is.push(sums[3] / paper - sums[1] / rule);
    }
  }
  if (is.length < 20) return null;
  const usual = [...is].sort((a, b) => a - b)[Math.floor(is.length * 0.75)];
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  const there = is.filter((value) => value > Math.max(4, THERE * usual)).length / is.length;
  return { patchiness: 4 * there * (1 - there), darkness: sum(is) / Math.max(1, sum(was)) };
}

function maxOf(...planes: readonly Uint8Array[]): Uint8Array {
  const result = planes[0].slice();
  for (const plane of planes)
    for (let i = 0; i < result.length; i++) if (plane[i] > result[i]) result[i] = plane[i];
  return result;
}
