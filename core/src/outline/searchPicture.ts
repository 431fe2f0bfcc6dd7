import { borderQuads } from './borderQuads';
import type { Plane } from '../raster/image';
import type { EdgeField } from './edgeField';
import { bestStretch, lineEvidence, type EvidenceSource, type LineEvidence } from './lineEvidence';
import { quadCandidates, type QuadCandidate } from './quadCandidates';
import { runningRows } from './netCover';
import { quadFeatures, type QuadFeatures } from './quadFeatures';
import { rankQuad } from './rankQuad';
import type { SeenPicture } from './seePicture';

/** A possible sheet in a small picture (its own pixels), with what was measured on it. */
export interface FoundQuad extends QuadCandidate {
  readonly features: QuadFeatures;
  /** higher is likelier */
  readonly rank: number;
}

export interface Search {
  /** likeliest first */
  readonly quads: readonly FoundQuad[];
  /** the lines that they were made of */
  readonly evidence: readonly LineEvidence[];
  /** measures and ranks a further one */
  readonly measure: (candidate: QuadCandidate) => FoundQuad;
  readonly field: EdgeField;
  /** standard deviation of the picture's noise, grey levels */
  readonly noise: number;
  /** light, warm, green, with thin dark marks closed */
  readonly channels: readonly [Plane, Plane, Plane];
  /** how likely each part of the picture is the page that was looked for, on the net's own grid */
  readonly sheet: Plane;
}

/** Of all lines, the ones that could be a side. */
const MOST_SIDES = 52;
const MOST_QUADS = 80;
const MOST_BORDER_QUADS = 7;

/**
 * The quads that a seen picture's lines make, ranked.
 *
 * @param sheet what the net takes for the page that is looked for
 */
export function* searchStages(seen: SeenPicture, sheet: Plane): Generator<void, Search> {
  const { channels, field, rawField, noise, ink, lines, map, width, height } = seen;
  const source: EvidenceSource = { channels, field, rawField, noise, ink, sheet, netSides: map.sides };
  const evidence = lines
    .map((line) => lineEvidence(source, line))
    .map((side) => ({ side, stretch: bestStretch(side) }))
    .sort((a, b) => b.stretch - a.stretch)
    .slice(0, MOST_SIDES)
    .map(({ side }) => side);
  yield;
  const candidates = [
    ...quadCandidates(evidence, { width, height, count: MOST_QUADS }),
    ...borderQuads(evidence, { width, height, count: MOST_BORDER_QUADS }),
  ];
  yield;
  const maps = { sheet: runningRows(sheet), corners: map.corners };
  const measure = (candidate: QuadCandidate): FoundQuad => {
    const features = quadFeatures(candidate, width, height, maps);
    return { ...candidate, features, rank: rankQuad(features) };
  };
  const quads = candidates.map(measure).sort((a, b) => b.rank - a.rank);
  return { quads, evidence, measure, field, noise, channels, sheet };
}
