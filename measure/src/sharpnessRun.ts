import { decodePhoto } from '@ravlo/codec';
import { flatten } from '@ravlo/core';
import type { Comparison } from './comparison';
import type { MeasuredScene } from './scenes';
import { sharpness } from './sharpness';
import { median } from './statistics';

/** Sharpness of flat pages over that of the library's on the same photos, medians. */
export interface SharpnessScore {
  readonly dpi: number;
  readonly overCubic: number;
  readonly overArea: number;
}

/** Flattens large photos at both resolutions, ours and the library's. */
export async function runSharpness(
  scenes: readonly MeasuredScene[],
  comparison: Comparison,
): Promise<SharpnessScore[]> {
  const flat = scenes.filter(({ truth }) => !truth.isCurled);
  const scores: SharpnessScore[] = [];
  for (const dpi of [200, 300]) {
    const overCubic: number[] = [];
    const overArea: number[] = [];
    for (const { file, truth } of flat) {
      const { image, focal } = await decodePhoto(file);
      const page = flatten(image, truth.corners, { dpi, focal }).image;
      const ours = sharpness(page);
      const [cubic, area] = comparison
        .flattenSharply(image, truth.corners, page.width, page.height)
        .map(sharpness);
      overCubic.push(ours / cubic);
      overArea.push(ours / area);
    }
    scores.push({ dpi, overCubic: median(overCubic), overArea: median(overArea) });
  }
  return scores;
}
