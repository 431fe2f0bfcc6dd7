import { signedArea, type Point, type Quad } from '@ravlo/core';
import { GRID_COLUMNS, GRID_ROWS, type SeenPage } from '@ravlo/studio';

/** How far a quad's side lies from the page's own, as shares of the page's size; above zero outside of it. */
export interface SideOffset {
  readonly mean: number;
  /** the farthest of it, whichever way */
  readonly most: number;
}

/** Looked at in so many places along each side. */
const PLACES = 9;

/**
 * How far each side of a quad lies from that of a page which lies nearest, whichever corner either begins with.
 *
 * @param isBorder which of its sides are the picture's own border: beyond them a page may go on, and that is no fault
 * @param isStraight the page's corners are all that counts: it fills the picture
 */
export function sideOffsets(
  quad: Quad,
  isBorder: readonly boolean[],
  page: SeenPage,
  isStraight: boolean,
): SideOffset[] {
  const sides = isStraight
    ? page.corners.map((corner, i) => [corner, page.corners[(i + 1) % 4]])
    : bentSides(page);
  const size = Math.sqrt(Math.abs(signedArea(page.corners)));
  const first = firstLike(quad, page.corners);
  return quad.map((from, i) => {
    const to = quad[(i + 1) % 4];
    const away = Array.from({ length: PLACES }, (_, k) => {
      const t = (k + 0.5) / PLACES;
      const place: Point = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])];
      const off = outsideBy(sides[(i - first + 4) % 4], place) / size;
      return isBorder[i] ? Math.max(0, off) : off;
    });
    return {
      mean: away.reduce((a, b) => a + b, 0) / PLACES,
      most: Math.max(...away.map(Math.abs)),
    };
  });
}

/** The four sides of a page as a photo shows them, each a line of points, clockwise from its upper one. */
function bentSides({ grid }: SeenPage): Point[][] {
  const at = (column: number, row: number) => grid[row * GRID_COLUMNS + column];
  const [right, bottom] = [GRID_COLUMNS - 1, GRID_ROWS - 1];
  return [
    Array.from({ length: GRID_COLUMNS }, (_, i) => at(i, 0)),
    Array.from({ length: GRID_ROWS }, (_, i) => at(right, i)),
    Array.from({ length: GRID_COLUMNS }, (_, i) => at(right - i, bottom)),
    Array.from({ length: GRID_ROWS }, (_, i) => at(0, bottom - i)),
  ];
}

/** How far a point lies outside a line of points that runs clockwise round a page, px; its ends go on straight. */
function outsideBy(side: readonly Point[], [x, y]: Point): number {
  let signed = Infinity;
  for (let i = 0; i + 1 < side.length; i++) {
    const [[ax, ay], [bx, by]] = [side[i], side[i + 1]];
    const [dx, dy] = [bx - ax, by - ay];
    let t = ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy);
    if (i > 0) t = Math.max(0, t);
    if (i + 2 < side.length) t = Math.min(1, t);
    const away = Math.hypot(x - ax - t * dx, y - ay - t * dy);
    if (away < Math.abs(signed)) signed = away * Math.sign((x - ax) * dy - (y - ay) * dx);
  }
  return signed;
}

/** Which corner of a quad is the first of another one. */
function firstLike(quad: Quad, other: Quad): number {
  const away = [0, 1, 2, 3].map((first) =>
    other.reduce((sum, [x, y], i) => {
      const [qx, qy] = quad[(i + first) % 4];
      return sum + Math.hypot(qx - x, qy - y);
    }, 0),
  );
  return away.indexOf(Math.min(...away));
}
