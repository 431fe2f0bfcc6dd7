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
    // Plain loops: of a grainy page there are many places to ask about.
    for (let row = Math.floor((y - reach) / this.side); row * this.side <= y + reach; row++) {
      for (let column = Math.floor((x - reach) / this.side); column * this.side <= x + reach; column++) {
        for (const point of this.squares.get(row * this.columns + column) ?? []) {
          if (Math.abs(point.x - x) <= reach && Math.abs(point.y - y) <= reach) return true;
        }
      }
    }
    return false;
  }

  /** How many points lie up to `reach` away from a place, each way. */
  count(x: number, y: number, reach: number): number {
    let count = 0;
    this.forEachAround(x, y, (point) => {
      if (Math.abs(point.x - x) <= reach && Math.abs(point.y - y) <= reach) count++;
    });
    return count;
  }

  /** Visits the points in the square of a place and in those beside it. */
  forEachAround(x: number, y: number, visit: (point: T) => void): void {
    const middle = this.squareOf(x, y);
    for (let row = -this.columns; row <= this.columns; row += this.columns) {
      for (let square = middle + row - 1; square <= middle + row + 1; square++) {
        for (const point of this.squares.get(square) ?? []) visit(point);
      }
    }
  }

  private squareOf(x: number, y: number): number {
    return Math.floor(y / this.side) * this.columns + Math.floor(x / this.side);
  }
}
