/** Points by squares, so that those near a place are found without looking at all. */
export class NearbyPoints<T extends { readonly x: number; readonly y: number }> {
  private readonly all: T[] = [];
  private readonly squares = new Map<number, T[]>();
  private readonly columns: number;

  /**
   * @param width the points' greatest x
   * @param side of a square: none further apart are asked for
   */
  constructor(
    points: readonly T[],
    width: number,
    private readonly side: number,
  ) {
    // Some beside the outermost, so that a place just outside is in no other row's square.
    this.columns = Math.ceil(width / side) + 4;
    for (const point of points) this.add(point);
  }

  add(point: T): void {
    const square = this.squareOf(point.x, point.y);
    const others = this.squares.get(square);
    if (others) others.push(point);
    else this.squares.set(square, [point]);
    this.all.push(point);
  }

  /** All of them, in the order in which they came. */
  get points(): readonly T[] {
    return this.all;
  }

  /** Whether a point lies up to `reach` away from a place, each way. */
  has(x: number, y: number, reach: number): boolean {
    const isThere = (point: T) => Math.abs(point.x - x) <= reach && Math.abs(point.y - y) <= reach;
    const [first, last] = [this.squareOf(x - reach, y - reach), this.squareOf(x + reach, y + reach)];
    if (first === last) return this.squares.get(first)?.some(isThere) ?? false;
    return this.around(x, y).some(isThere);
  }

  /** The points in the square of a place and in those beside it. */
  around(x: number, y: number): T[] {
    const middle = this.squareOf(x, y);
    const found: T[] = [];
    for (const row of [-this.columns, 0, this.columns]) {
      for (let square = middle + row - 1; square <= middle + row + 1; square++) {
        const some = this.squares.get(square);
        if (some) found.push(...some);
      }
    }
    return found;
  }

  private squareOf(x: number, y: number): number {
    return Math.floor(y / this.side) * this.columns + Math.floor(x / this.side);
  }
}
