import sharp from 'sharp';
import type { PageParts, Rgba } from '@ravlo/core';
import { RULE } from '@ravlo/core/inside';
import { greyOf, otsuThreshold } from '../clean/baselines';
import type { CleanPage } from '../clean/cleanPages';

/**
 * F-measure of the ink of a page as a reader shows it, at the reader's resolution: against the pixels that ink or print
 * covers by half, one pixel of tolerance, rules and highlighter left out.
 */
export async function inkF(shown: Rgba, truth: CleanPage): Promise<number> {
  const { width, height } = shown;
  const ink = await resized(largest(truth.ink, truth.print), truth.page, shown);
  const left = await resized(largest(truth.rules, truth.tint), truth.page, shown);
  const grey = greyOf(shown);
  const threshold = otsuThreshold(grey);
  const wanted = Uint8Array.from(ink, (cover) => (cover >= 128 ? 1 : 0));
  const found = Uint8Array.from(grey, (value, i) =>
    value <= threshold && (left[i] <= 30 || wanted[i] === 1) ? 1 : 0,
  );
  const precision = shareWithin(found, wanted, width, height);
  const recall = shareWithin(wanted, found, width, height);
  return (2 * precision * recall) / (precision + recall);
}

/**
 * The share of the dark pixels of a developed page's ink that a reader shows dark as well, within a pixel; same resolution.
 * Printed rules are no ink: one threshold for all goes through the middle of their greys.
 */
export function recallOf(developed: Rgba, parts: PageParts, shown: Rgba): number {
  const { width, height } = developed;
  const grey = greyOf(developed);
  const threshold = otsuThreshold(grey);
  const isRule = (i: number) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const cell = Math.floor(y / parts.step) * parts.width + Math.floor(x / parts.step);
    return parts.kinds[cell] === RULE;
  };
  const dark = Uint8Array.from(grey, (value, i) => (value <= threshold && !isRule(i) ? 1 : 0));
  const other = greyOf(shown);
  const there = new Uint8Array(dark.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const value = other[Math.min(shown.height - 1, y) * shown.width + Math.min(shown.width - 1, x)];
      if (value <= threshold) there[y * width + x] = 1;
    }
  }
  return shareWithin(dark, there, width, height);
}

function shareWithin(of: Uint8Array, mask: Uint8Array, width: number, height: number): number {
  let [all, near] = [0, 0];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      if (of[i] === 0) continue;
      all++;
      let hit = 0;
      for (const row of [i - width, i, i + width]) hit |= mask[row - 1] | mask[row] | mask[row + 1];
      near += hit;
    }
  }
  return near / Math.max(1, all);
}

const largest = (a: Uint8Array, b: Uint8Array) => a.map((value, i) => Math.max(value, b[i]));

async function resized(
  plane: Uint8Array,
  from: { readonly width: number; readonly height: number },
  to: { readonly width: number; readonly height: number },
): Promise<Uint8Array> {
  const raw = { width: from.width, height: from.height, channels: 1 } as const;
  const image = sharp(Buffer.from(plane), { raw }).resize(to.width, to.height, { fit: 'fill' });
  return new Uint8Array(await image.extractChannel(0).raw().toBuffer());
}
