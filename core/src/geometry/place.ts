/** A place on the page: left, top, width, height as shares of its sides. */
export type Place = readonly [left: number, top: number, width: number, height: number];
