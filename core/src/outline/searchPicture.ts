import { closing } from '../raster/closing';
import type { Plane, Rgba } from '../raster/image';
import { opponentPlanes } from '../raster/opponentPlanes';
import { smooth } from '../raster/smooth';
import { alignLine } from './alignLine';
import { edgeFields, type EdgeField } from './edgeField';
import { estimateNoise } from './estimateNoise';
import type { Line } from '../geometry/line';
import { lineCandidates } from './lineCandidates';
import { bestStretch, lineEvidence, type EvidenceSource } from './lineEvidence';
import { quadCandidates, type QuadCandidate } from './quadCandidates';
import { quadFeatures, runningRows, type QuadFeatures } from './quadFeatures';
import { rankQuad } from './rankQuad';
import { runStages } from './runStages';
import { sheetNet } from './sheetNet';

/** A possible sheet in a small picture (its own pixels), with what was measured on it. */
export interface FoundQuad extends QuadCandidate {
  readonly features: QuadFeatures;
  /** higher is likelier */
  readonly rank: number;
}

export interface Search {
  /** likeliest first */
  readonly quads: readonly FoundQuad[];
  readonly field: EdgeField;
  /** standard deviation of the picture's noise, grey levels */
  readonly noise: number;
  /** light, warm, green, with thin dark marks closed */
  readonly channels: readonly [Plane, Plane, Plane];
  /** how likely each part of the picture is sheet, on the net's own grid */
  readonly sheet: Plane;
}

const MOST_LINES = 34;
const MOST_RAW_LINES = 30;
/** Of all lines, the ones that could be a side. */
const MOST_SIDES = 52;
const MOST_QUADS = 60;

/**
 * Looks for sheets in a small picture: straight edges (once with thin dark marks closed, so that writing and rules
 * do not vote; once without, so that a thin shadow round white paper does), all sensible quads of them, each
 * measured by what lies on either side of its edges and by what the net takes for sheet.
 *
 * Yields between its stages, each of a few milliseconds, so that it can be spread over the frames of a camera.
 */
export function* searchStages(small: Rgba): Generator<void, Search> {
  const { light, warm, green } = opponentPlanes(small);
  const raw: Plane[] = [light, warm, green].map(smooth);
  const channels: [Plane, Plane, Plane] = [closing(raw[0], 3), raw[1], raw[2]];
  const [field, rawField] = edgeFields([raw[1], raw[2]], [channels[0], raw[0]]);
  yield;
  const sheet = sheetNet(small);
  yield;
  const lines = mergeLines(
    lineCandidates(field, { count: MOST_LINES }).map((line) => alignLine(field, line, { radius: 4 })),
    lineCandidates(rawField, { count: MOST_RAW_LINES }).map((line) =>
      alignLine(rawField, line, { radius: 3 }),
    ),
  );
  yield;
  const noise = estimateNoise(light);
  const source: EvidenceSource = { channels, field, rawField, noise, sheet };
  const evidence = lines
    .map((line) => lineEvidence(source, line))
    .map((side) => ({ side, stretch: bestStretch(side) }))
    .sort((a, b) => b.stretch - a.stretch)
    .slice(0, MOST_SIDES)
    .map(({ side }) => side);
  const { width, height } = small;
  yield;
  const candidates = quadCandidates(evidence, { width, height, count: MOST_QUADS });
  yield;
  const rows = runningRows(sheet);
  const quads = candidates
    .map((candidate): FoundQuad => {
      const features = quadFeatures(candidate, width, height, rows);
      return { ...candidate, features, rank: rankQuad(features) };
    })
    .sort((a, b) => b.rank - a.rank);
  return { quads, field, noise, channels, sheet };
}

/** All stages of a search at once. */
export function searchPicture(small: Rgba): Search {
  return runStages(searchStages(small));
}

/** Both lists without lines that say the same. */
function mergeLines(first: readonly Line[], second: readonly Line[]): Line[] {
  const kept: Line[] = [];
  for (const line of [...first, ...second]) {
    const same = kept.some((other) => {
      const turn = Math.cos(line.angle - other.angle);
      return Math.abs(turn) > 0.9997 && Math.abs(line.offset - Math.sign(turn) * other.offset) < 2;
    });
    if (!same) kept.push(line);
  }
  return kept;
}
