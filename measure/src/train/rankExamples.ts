import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { decodePhoto } from '@ravlo/codec';
import { createRgba, scaleQuad, shrinkByInteger, type Plane, type Quad, type Rgba } from '@ravlo/core';
import {
  bothPages,
  firstAlone,
  lookCloserStages,
  runStages,
  searchStages,
  seeStages,
  showsTwoPages,
  type LookedQuad,
  type SheetMap,
} from '@ravlo/core/inside';
import type { Truth } from '@ravlo/studio';
import { rectifiedIou } from '../outlineScores';
import { inPicture } from './inPicture';

/** What was found in a photo for one page, likeliest first. */
export interface RankExample {
  readonly category: string;
  readonly quads: readonly LookedQuad[];
  /** how good each of them is as an answer */
  readonly iou: readonly number[];
}

const SEARCH_SIDE = 512;
/** Pictures of nothing but noise, to be told from sheets. */
const NOISE_PICTURES = 20;

/** What is looked for in a photo, and how good a quad of the photo is as an answer. */
interface Wanted {
  readonly sheet: (map: SheetMap) => Plane;
  readonly iou: (quad: Quad) => number;
}

/** What the finder makes of drawn photos of a folder, and of noise. @param chance 0 to 1, anew at every call */
export async function rankExamples(dir: string, chance: () => number): Promise<RankExample[]> {
  const examples: RankExample[] = [];
  for (const name of readdirSync(dir).filter((file) => file.endsWith('.jpg'))) {
    const truth = JSON.parse(readFileSync(path.join(dir, name.replace('.jpg', '.json')), 'utf8')) as Truth;
    const { image } = await decodePhoto(path.join(dir, name));
    examples.push(...examplesOf(truth.category, image, (map) => wantedIn(truth, map)));
  }
  for (let k = 0; k < NOISE_PICTURES; k++) {
    examples.push(
      ...examplesOf('noise', noise(chance), () => [{ sheet: ({ first }) => first, iou: () => 0 }]),
    );
  }
  return examples;
}

/** Categories that were drawn more often count no more than the others. */
export function categoryWeights(examples: readonly RankExample[]): Map<string, number> {
  const drawn = new Map<string, number>();
  for (const { category } of examples) drawn.set(category, (drawn.get(category) ?? 0) + 1);
  return new Map([...drawn].map(([category, count]) => [category, 1 / count]));
}

function noise(chance: () => number): Rgba {
  const image = createRgba(16 + Math.floor(chance() * 700), 16 + Math.floor(chance() * 900));
  const [middle, reach] = [40 + chance() * 160, chance() * 110];
  for (let i = 0; i < image.data.length; i++)
    image.data[i] = i % 4 === 3 ? 255 : middle + (chance() - 0.5) * reach;
  return image;
}

function examplesOf(
  category: string,
  image: Rgba,
  wanted: (map: SheetMap) => readonly Wanted[],
): RankExample[] {
  const factor = Math.max(1, Math.ceil(Math.max(image.width, image.height) / SEARCH_SIDE));
  const seen = runStages(seeStages(shrinkByInteger(image, factor, { coarse: true })));
  return wanted(seen.map).map(({ sheet, iou }) => {
    const { quads } = runStages(lookCloserStages(runStages(searchStages(seen, sheet(seen.map))), seen));
    return { category, quads, iou: quads.map(({ quad }) => iou(scaleQuad(quad, factor))) };
  });
}

/** As the finder goes about it: page by page where the net sees two, else the one sheet. */
function wantedIn(truth: Truth, map: SheetMap): Wanted[] {
  const isBare = truth.category === 'bare-desk';
  const [width, height] = truth.sheetMm;
  const pages = [truth, ...truth.others].map(({ corners }) => corners).sort(inPicture);
  const iouOf = (corners: Quad | undefined) => (quad: Quad) =>
    isBare || !corners ? 0 : rectifiedIou(quad, corners, width, height);
  if (!showsTwoPages(map)) {
    const best = (quad: Quad) => Math.max(...pages.map((corners) => iouOf(corners)(quad)));
    return [{ sheet: ({ first }) => first, iou: best }];
  }
  const [first, second] = pages.length > 1 ? pages : [undefined, undefined];
  const halves: Wanted[] = [
    { sheet: firstAlone, iou: iouOf(first) },
    { sheet: (each) => each.second, iou: iouOf(second) },
  ];
  return pages.length > 1 ? halves : [...halves, { sheet: bothPages, iou: iouOf(truth.corners) }];
}
