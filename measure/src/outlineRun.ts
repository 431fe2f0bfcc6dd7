import { decodePhoto } from '@ravlo/codec';
import { findOutline, findUpright, flatten, type Outline, type Upright } from '@ravlo/core';
import type { Comparison } from './comparison';
import { firstCorner, flattenScore, type FlattenScore } from './flattenScores';
import { cornerError, rectifiedIou } from './outlineScores';
import type { MeasuredScene } from './scenes';

/** What was measured on one photo. */
export interface OutlineResult {
  readonly scene: MeasuredScene;
  readonly outline: Outline;
  readonly upright: Upright;
  /** page-rectified; 0 for none found */
  readonly iou: number;
  readonly otherIou: number;
  /** % of the true diagonal; null for none found */
  readonly cornerError: number | null;
  readonly flat: FlattenScore | null;
  readonly isUprightRight: boolean;
}

/** Runs finder, upright and the comparison over photos with a known truth. */
export async function runOutlines(
  scenes: readonly MeasuredScene[],
  comparison: Comparison,
): Promise<OutlineResult[]> {
  const results: OutlineResult[] = [];
  for (const scene of scenes) {
    const { truth } = scene;
    const [width, height] = truth.sheetMm;
    const { image } = await decodePhoto(scene.file);
    const outline = findOutline(image);
    const { quad, bows } = outline;
    // The turn is judged apart from the outline: where none was found, the true one is flattened.
    const flat = flatten(image, quad ?? truth.corners, { dpi: 100, longSide: 1170, bows });
    const upright = findUpright(flat.image);
    const first = firstCorner(quad ?? truth.corners, truth);
    results.push({
      scene,
      outline,
      upright,
      iou: rectifiedIou(quad, truth.corners, width, height),
      otherIou: rectifiedIou(comparison.find(image), truth.corners, width, height),
      cornerError: quad && cornerError(quad, truth.corners),
      flat: quad && flattenScore(outline, truth),
      // The flat page's top left is the sheet's corner `first`: so many quarters clockwise bring it upright.
      isUprightRight: upright.turn === 90 * first,
    });
  }
  return results;
}
