import { closing } from '../raster/closing';
import { createPlane, type Plane, type Rgba } from '../raster/image';
import { opponentPlanes } from '../raster/opponentPlanes';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { smooth } from '../raster/smooth';
import { alignLine } from './alignLine';
import { edgeFields, type EdgeField } from './edgeField';
import { estimateNoise } from './estimateNoise';
import type { Line } from '../geometry/line';
import { lineCandidates } from './lineCandidates';
import { linesAround } from './linesAround';
import { sheetNetStages, type SheetMap } from './sheetNet';

const MOST_LINES = 34;
const MOST_RAW_LINES = 30;
/** Longest side of the copy that quads are looked at in, about, px: a view of one has 64 for a side. */
const NEAR_SIDE = 256;

/** What is seen in a small picture, whatever is then looked for in it. */
export interface SeenPicture {
  readonly width: number;
  readonly height: number;
  /** the picture once more, smaller, about 256 px: what quads are looked at in */
  readonly near: Rgba;
  /** light, warm, green, with thin dark marks closed */
  readonly channels: readonly [Plane, Plane, Plane];
  readonly field: EdgeField;
  /** edges with thin dark marks left as they are */
  readonly rawField: EdgeField;
  /** standard deviation of the picture's noise, grey levels */
  readonly noise: number;
  /** thin dark marks: how much darker they are than what they stand on, grey levels */
  readonly ink: Plane;
  readonly lines: readonly Line[];
  readonly map: SheetMap;
}

/**
 * Looks at a small picture: straight edges (once with thin dark marks closed, so that writing and rules do not vote; once
 * without, so that a thin shadow round white paper does), and what the net takes for pages.
 *
 * Yields between its stages, each of a few milliseconds, so that it can be spread over the frames of a camera.
 */
export function* seeStages(small: Rgba): Generator<void, SeenPicture> {
  const { light, warm, green } = opponentPlanes(small);
  const raw: Plane[] = [light, warm, green].map(smooth);
  const channels: [Plane, Plane, Plane] = [closing(raw[0], 3), raw[1], raw[2]];
  const [field, rawField] = edgeFields([raw[1], raw[2]], [channels[0], raw[0]]);
  yield;
  const map = yield* sheetNetStages(small);
  yield;
  const netLines = linesAround(map, small);
  const lines = mergeLines(
    netLines.map((line) => alignLine(field, line, { radius: 6 })),
    netLines.map((line) => alignLine(rawField, line, { radius: 4 })),
    lineCandidates(field, { count: MOST_LINES }).map((line) => alignLine(field, line, { radius: 4 })),
    lineCandidates(rawField, { count: MOST_RAW_LINES }).map((line) =>
      alignLine(rawField, line, { radius: 3 }),
    ),
  );
  yield;
  const { width, height } = small;
  return {
    width,
    height,
    near: shrinkByInteger(small, Math.max(1, Math.round(Math.max(width, height) / NEAR_SIDE))),
    channels,
    field,
    rawField,
    noise: estimateNoise(light),
    ink: differenceOf(channels[0], raw[0]),
    lines,
    map,
  };
}

/** How much lighter one plane is than another. */
function differenceOf(light: Plane, dark: Plane): Plane {
  const difference = createPlane(light.width, light.height);
  for (let i = 0; i < difference.data.length; i++) difference.data[i] = light.data[i] - dark.data[i];
  return difference;
}

/** All lists without lines that say the same. */
function mergeLines(...lists: readonly (readonly Line[])[]): Line[] {
  const kept: Line[] = [];
  for (const line of lists.flat()) {
    const same = kept.some((other) => {
      const turn = Math.cos(line.angle - other.angle);
      return Math.abs(turn) > 0.9997 && Math.abs(line.offset - Math.sign(turn) * other.offset) < 2;
    });
    if (!same) kept.push(line);
  }
  return kept;
}
