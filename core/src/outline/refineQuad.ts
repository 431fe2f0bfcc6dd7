import { scaleBow, type Bows } from '../geometry/bows';
import { startAtTopLeft, type Quad } from '../geometry/quad';
import type { SideCurve } from '../geometry/sideCurve';
import type { Rgba } from '../raster/image';
import { bendSides, straightSides, type BentSides } from './bendSides';
import type { Choice } from './chooseQuad';
import { extendBeyond } from './extendBeyond';
import { likelihood, type CloserSearch } from './lookCloser';
import type { SideLine } from './quadCandidates';
import { refineSides } from './refineSides';

/** Sides are refined twice: roughly, within some pixels of the small picture, then closely. */
const ROUNDS = [
  { radius: 3, places: 36 },
  { radius: 1.2, places: 72 },
] as const;

/**
 * A chosen quad on the full photo: bent where the sheet is, its sides refined to a fraction of a pixel, completed where one is cut off.
 *
 * @param factor photo pixels a pixel of the searched picture
 */
export function refineQuad(
  photo: Rgba,
  { search, best: { quad, sides: lines } }: Choice,
  factor: number,
): { readonly quad: Quad; readonly bows: Bows | null } {
  const fixed = lines.map((line) => line === null);
  const { sides: small, bent } = bendOwnSides(search, clampFixed(quad, fixed, search.field), lines);
  let sides = small.map((side) => scaleSide(side, factor));
  if (fixed.some(Boolean)) sides = sides.map((side) => stretchToBorder(side, factor, photo));
  for (const { radius, places } of ROUNDS) {
    ({ sides } = refineSides(photo, sides, { radius: radius * factor, places, fixed, bent }));
  }
  const cut = fixed.indexOf(true);
  const seen = sides.map(({ from }) => from) as unknown as Quad;
  const isOneCut = cut >= 0 && fixed.indexOf(true, cut + 1) < 0 && !bent.some(Boolean);
  const corners = isOneCut ? extendBeyond(seen, cut, photo) : seen;
  const first = firstCorner(corners);
  const turned = [0, 1, 2, 3].map((i) => sides[(first + i) % 4]);
  return {
    quad: startAtTopLeft(corners),
    bows: bent.some(Boolean) ? (turned.map(({ bow }) => bow) as unknown as Bows) : null,
  };
}

/** A bent sheet's sides are as likely its own as the straight ones were, but for this. */
const MOST_LOST = 1;

/** As `bendSides`, but a straight sheet stays as it is where bent sides would be another's, or a frame's. */
function bendOwnSides(search: CloserSearch, quad: Quad, lines: readonly SideLine[]): BentSides {
  const fixed = lines.map((line) => line === null);
  const found = bendSides(search, quad, fixed);
  if (!found.bent.some(Boolean)) return found;
  const corners = found.sides.map(({ from }) => from) as unknown as Quad;
  const lost = likelihood(search.oddsOf(quad), lines) - likelihood(search.oddsOf(corners), lines);
  return lost > MOST_LOST ? straightSides(quad) : found;
}

const firstCorner = (corners: Quad): number => corners.indexOf(startAtTopLeft(corners)[0]);

function scaleSide({ from, to, bow }: SideCurve, factor: number): SideCurve {
  return {
    from: [from[0] * factor, from[1] * factor],
    to: [to[0] * factor, to[1] * factor],
    bow: scaleBow(bow, factor),
  };
}

/** Corners on the border of the picture lie on it exactly. */
function clampFixed(
  quad: Quad,
  fixed: readonly boolean[],
  { width, height }: { readonly width: number; readonly height: number },
): Quad {
  const snap = (value: number, size: number) =>
    Math.abs(value - size) < 1e-6 ? size : Math.abs(value) < 1e-6 ? 0 : value;
  return quad.map(([x, y], i) =>
    fixed[i] || fixed[(i + 3) % 4] ? [snap(x, width), snap(y, height)] : [x, y],
  ) as unknown as Quad;
}

/** A shrunken picture drops up to a factor of the photo's last columns and rows: its border stands for theirs. */
function stretchToBorder(side: SideCurve, factor: number, { width, height }: Rgba): SideCurve {
  const [lastX, lastY] = [Math.floor(width / factor) * factor, Math.floor(height / factor) * factor];
  const stretch = ([x, y]: readonly [number, number]): [number, number] => [
    x === lastX ? width : x,
    y === lastY ? height : y,
  ];
  return { ...side, from: stretch(side.from), to: stretch(side.to) };
}
