import {
  intersectLines,
  lineThrough,
  type Line,
  isConvex,
  type Point,
  type Quad,
  sidePoint,
} from '@ravlo/core/geometry';
import type { Bows, Corners, Recipe, RecipeOutline } from '@ravlo/contract';

/** The corners that an outline stands for, photo pixels; the whole photo where nobody has said otherwise. */
export function outlineCorners(outline: RecipeOutline, width: number, height: number): Corners {
  if (outline.by === 'finder' || outline.by === 'hand') return outline.corners;
  return [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
}

/** Of several outlines of one photo, the one that lies nearest to some corners: a page of a book stays that page. */
export function nearestOutline(outlines: readonly RecipeOutline[], corners: Corners): RecipeOutline {
  const away = (outline: RecipeOutline) => {
    const [x, y] = centreOf(outlineCorners(outline, 0, 0));
    const [toX, toY] = centreOf(corners);
    return Math.hypot(x - toX, y - toY);
  };
  return outlines.reduce((nearest, each) => (away(each) < away(nearest) ? each : nearest));
}

const centreOf = (corners: Corners): [number, number] => [
  corners.reduce((sum, [x]) => sum + x / 4, 0),
  corners.reduce((sum, [, y]) => sum + y / 4, 0),
];

/** The bows of an outline's sides, where the sheet is curled. */
export function outlineBows(outline: RecipeOutline): Bows | undefined {
  return outline.by === 'finder' || outline.by === 'hand' ? outline.bows : undefined;
}

/** The recipe with corners set by hand; a curled sheet's sides keep their bows. */
export function withCorners(recipe: Recipe, corners: Corners): Recipe {
  const bows = outlineBows(recipe.outline);
  return { ...recipe, outline: { by: 'hand', corners, ...(bows ? { bows } : null) } };
}

/** Points along the outline, photo pixels: the corners, and on a bowed side some between. */
export function outlinePath(corners: Corners, bows: Bows | undefined): [number, number][] {
  if (!bows) return corners.map(([x, y]) => [x, y]);
  return corners.flatMap((from, i) => {
    const side = { from, to: corners[(i + 1) % 4], bow: bows[i] };
    return Array.from({ length: BOW_POINTS }, (_, k): [number, number] => {
      const [x, y] = sidePoint(side, k / BOW_POINTS);
      return [x, y];
    });
  });
}

const BOW_POINTS = 12;

export interface PhotoSize {
  readonly width: number;
  readonly height: number;
}

/**
 * Moves one corner by a distance in photo pixels. It may leave the photo by a quarter of its size; a move that
 * would fold the outline over itself is not made.
 */
export function moveCorner(
  corners: Corners,
  index: number,
  dx: number,
  dy: number,
  photo: PhotoSize,
): Corners {
  const moved = corners.map((corner, i) => (i === index ? [corner[0] + dx, corner[1] + dy] : corner));
  return accept(moved, corners, photo);
}

/**
 * Moves side `index` (from that corner to the next) parallel to itself; its two corners slide along the
 * neighbouring sides.
 */
export function moveSide(corners: Corners, index: number, dx: number, dy: number, photo: PhotoSize): Corners {
  const at = (i: number): Point => corners[(i + 4) % 4];
  const line = lineThrough(at(index), at(index + 1));
  const shift = dx * Math.cos(line.angle) + dy * Math.sin(line.angle);
  const shifted: Line = { angle: line.angle, offset: line.offset + shift };
  const start = intersectLines(lineThrough(at(index - 1), at(index)), shifted);
  const end = intersectLines(lineThrough(at(index + 1), at(index + 2)), shifted);
  if (!start || !end) return corners;
  const moved = corners.map((corner, i) => (i === index ? start : i === (index + 1) % 4 ? end : corner));
  return accept(moved, corners, photo);
}

const MOST_OUTSIDE = 0.25;

function accept(
  moved: readonly (readonly number[])[],
  before: Corners,
  { width, height }: PhotoSize,
): Corners {
  const clamp = (value: number, size: number) =>
    Math.min(size * (1 + MOST_OUTSIDE), Math.max(-size * MOST_OUTSIDE, value));
  const corners = moved.map(([x, y]) => [clamp(x, width), clamp(y, height)]) as Corners;
  return isConvex(corners as Quad) ? corners : before;
}

/** A bend is taken hold of at this share of its side. */
export const BEND_AT = 0.25;
const STRAIGHT_BOWS: Bows = [
  [0, 0, 0, 0],
  [0, 0, 0, 0],
  [0, 0, 0, 0],
  [0, 0, 0, 0],
];

/** The recipe with one side bent so far that it passes a distance from its chord at BEND_AT, photo px inwards. */
export function bendSide(recipe: Recipe, corners: Corners, index: number, distance: number): Recipe {
  const bows = outlineBows(recipe.outline) ?? STRAIGHT_BOWS;
  const s = 2 * BEND_AT - 1;
  const deepest = distance / (1 - s * s);
  const bent = bows.map((bow, i) => (i === index ? [deepest, 0, -deepest, 0] : [...bow])) as Bows;
  return { ...recipe, outline: { by: 'hand', corners, bows: bent } };
}

/** The recipe with straight sides. */
export function unbent(recipe: Recipe, corners: Corners): Recipe {
  return { ...recipe, outline: { by: 'hand', corners } };
}

/**
 * The other page of an open book: as large as this one, on the side where there is more photo. Its near corners are
 * this page's own.
 */
export function neighbourPage(corners: Corners, { width }: PhotoSize): Corners {
  const [tl, tr, br, bl] = corners;
  const on = (from: readonly number[], to: readonly number[]): [number, number] => [
    2 * to[0] - from[0],
    2 * to[1] - from[1],
  ];
  const middle = (tl[0] + tr[0] + br[0] + bl[0]) / 4;
  const isLeft = middle < width / 2;
  const pair: Corners = isLeft ? [tr, on(tl, tr), on(bl, br), br] : [on(tr, tl), tl, bl, on(br, bl)];
  return pair.map(([x, y]) => [Math.min(width * 1.25, Math.max(-width * 0.25, x)), y]) as Corners;
}
