import { decodePhoto } from '@ravlo/codec';
import {
  findOutline,
  findUpright,
  flatten,
  isTurnUnsure,
  type Outline,
  type Quad,
  type Upright,
} from '@ravlo/core';
import type { Comparison } from './comparison';
import { firstCorner, flattenScore, type FlattenScore } from './flattenScores';
import { cornerError, rectifiedIou } from './outlineScores';
import type { SeenPage, Truth } from '@ravlo/studio';
import { cutInk } from './cutInk';
import type { MeasuredScene } from './scenes';
import { mean } from './statistics';

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
  /** nobody can tell which way up it is, and the person is asked */
  readonly isAsked: boolean;
  /** share of the handwriting in the photo that lies outside every outline */
  readonly cut: number;
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
    const pages = [quad, ...outline.further.map((page) => page.quad)];
    // The turn is judged apart from the outline: where none was found, the true one is flattened.
    const flat = flatten(image, quad ?? truth.corners, { dpi: 100, longSide: 1170, bows });
    const upright = findUpright(flat.image);
    const first = firstCorner(quad ?? truth.corners, truth);
    results.push({
      scene,
      outline,
      upright,
      iou: pagesIou(pages, truth, outline.isAllSheet),
      otherIou: rectifiedIou(comparison.find(image), truth.corners, width, height),
      cornerError: quad && cornerError(quad, truth.corners),
      flat: quad && !truth.isFull && truth.others.length === 0 ? flattenScore(outline, truth) : null,
      // The flat page's top left is the sheet's corner `first`: so many quarters clockwise bring it upright.
      isUprightRight: upright.turn === 90 * first,
      isAsked: isTurnUnsure(upright),
      cut: Math.min(...(await Promise.all(pages.map((page) => cutInk(inkFileOf(scene), truth, page))))),
    });
  }
  return results;
}

const inkFileOf = ({ file }: MeasuredScene) => file.replace(/\.jpg$/, '.ink.png');

/** Mean over the pages that there are of how well each was found; the whole photo is right where the page fills it. */
function pagesIou(found: readonly (Quad | null)[], truth: Truth, isAllSheet: boolean): number {
  const [width, height] = truth.sheetMm;
  if (truth.isFull && found[0] === null) return isAllSheet ? 1 : 0;
  const pages = [truth, ...truth.others];
  const best = ({ corners }: SeenPage) =>
    Math.max(...found.map((quad) => rectifiedIou(quad, corners, width, height)));
  return mean(pages.map(best));
}
