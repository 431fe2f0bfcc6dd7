/** One of the two ways in which lines run over a page's cells. */
export interface Way {
  /** cells along the page, and across the lines */
  readonly length: number;
  readonly places: number;
  /** from a cell to the next along a line, and across it */
  readonly along: number;
  readonly beside: number;
}

/** Both ways over a page of so many cells: for lines from left to right, and for upright ones. */
export function waysOver(width: number, height: number): { readonly across: Way; readonly upright: Way } {
  return {
    across: { length: width, places: height, along: 1, beside: width },
    upright: { length: height, places: width, along: width, beside: 1 },
  };
}
