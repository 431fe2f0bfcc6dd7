import { closing } from '../raster/closing';
import type { Plane, Rgba } from '../raster/image';
import { opponentPlanes } from '../raster/opponentPlanes';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import { smooth } from '../raster/smooth';
import { alignLine } from './alignLine';
import { outlineConfidence } from './confidence';
import { edgeField } from './edgeField';
import { estimateNoise } from './estimateNoise';
import type { Line } from './line';
import { lineCandidates } from './lineCandidates';
import { lineEvidence, type EvidenceSource, type LineEvidence } from './lineEvidence';
import { scaleQuad, startAtTopLeft, wholeQuad, type Quad } from './quad';
import { quadCandidates, type QuadCandidate } from './quadCandidates';
import { refineQuad } from './refineQuad';
import type { QuadFeatures } from './scoreQuad';

/** Where the sheet is. */
export interface Outline {
  /** photo pixels, clockwise from the page's top left; null when no sheet stands out from the picture */
  readonly quad: Quad | null;
  /** 0 to 1 */
  readonly confidence: number;
  /** what was measured on the chosen quad, for those who tune */
  readonly features: QuadFeatures | null;
}

/** Longest side of the small picture that the search runs on, px. */
const SEARCH_SIDE = 512;
/** Below this the whole photo is the better proposal. */
export const LEAST_CONFIDENCE = 0.3;

/**
 * Finds the sheet in a photo.
 *
 * Shrinks the photo, finds straight edges in it (once with thin dark marks closed, so that writing and rules
 * do not vote; once without, so that a thin shadow round white paper does), scores every sensible quad of
 * them by what lies on either side, and refines the best on the full photo to a fraction of a pixel.
 *
 * @param photo upright by its EXIF turn
 */
export function findOutline(photo: Rgba): Outline {
  const factor = Math.max(1, Math.ceil(Math.max(photo.width, photo.height) / SEARCH_SIDE));
  const small = shrinkByInteger(photo, factor);
  const best = rankQuads(small)[0];
  if (!best) return { quad: null, confidence: 0, features: null };
  const confidence = outlineConfidence(best.features);
  const fixed = best.sides.map((side) => side === null);
  let quad = clampFixed(scaleQuad(best.quad, factor), fixed, photo);
  for (const radius of [3, 1.2]) quad = refineQuad(photo, quad, { radius: radius * factor, fixed });
  const isWhole = fixed.every(Boolean);
  return {
    quad: isWhole || confidence < LEAST_CONFIDENCE ? null : startAtTopLeft(quad),
    confidence,
    features: best.features,
  };
}

/** Possible sheets in a small picture (its own pixels), best first. */
function rankQuads(small: Rgba): QuadCandidate[] {
  const { light, warm, green } = opponentPlanes(small);
  const raw: Plane[] = [light, warm, green].map(smooth);
  const closed: [Plane, Plane, Plane] = [closing(raw[0], 3), raw[1], raw[2]];
  const closedField = edgeField(closed);
  const rawField = edgeField(raw);
  const source: EvidenceSource = { channels: closed, field: rawField, noise: estimateNoise(light) };
  const lines = mergeLines(
    lineCandidates(closedField, { count: 36 }).map((line) => alignLine(closedField, line, { radius: 4 })),
    lineCandidates(rawField, { count: 24 }).map((line) => alignLine(rawField, line, { radius: 3 })),
  );
  const evidence: LineEvidence[] = lines.map((line) => lineEvidence(source, line));
  return quadCandidates(evidence, { width: small.width, height: small.height, count: 6 });
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

/** The border sides of a shrunken picture end up to a factor short of the photo's true border: mend that. */
function clampFixed(quad: Quad, fixed: readonly boolean[], { width, height }: Rgba): Quad {
  if (!fixed.some(Boolean)) return quad;
  const snapX = (x: number) => (Math.abs(x - width) < width * 0.015 ? width : Math.abs(x) < 1e-6 ? 0 : x);
  const snapY = (y: number) => (Math.abs(y - height) < height * 0.015 ? height : Math.abs(y) < 1e-6 ? 0 : y);
  const whole = wholeQuad(width, height);
  return quad.map(([x, y], i) => {
    const touches = fixed[i] || fixed[(i + 3) % 4];
    return touches ? [snapX(x), snapY(y)] : (quad[i] ?? whole[i]);
  }) as unknown as Quad;
}
