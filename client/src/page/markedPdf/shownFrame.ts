import type { PDFPage } from '@cantoo/pdf-lib';

/** A page of a PDF as it is shown: a page may be turned by an entry of its own. */
export interface ShownFrame {
  /** points */
  readonly width: number;
  readonly height: number;
  /**
   * From points of the page as it is shown (origin at its bottom left, y upwards) to those of the file: a, b, c, d, e, f of
   * ISO 32000-1, 8.3.3.
   */
  readonly matrix: readonly [number, number, number, number, number, number];
  /** Makes room at the side that is the right one as the page is shown. @param margin points */
  widen(margin: number): void;
}

export function shownFrame(page: PDFPage): ShownFrame {
  const { x, y, width, height } = page.getCropBox();
  const turn = ((page.getRotation().angle % 360) + 360) % 360;
  const set = (left: number, bottom: number, across: number, up: number) => {
    page.setMediaBox(left, bottom, across, up);
    page.setCropBox(left, bottom, across, up);
  };
  switch (turn) {
    case 90:
      return {
        ...{ width: height, height: width, matrix: [0, 1, -1, 0, x + width, y] },
        widen: (margin) => set(x, y, width, height + margin),
      };
    case 180:
      return {
        ...{ width, height, matrix: [-1, 0, 0, -1, x + width, y + height] },
        widen: (margin) => set(x - margin, y, width + margin, height),
      };
    case 270:
      return {
        ...{ width: height, height: width, matrix: [0, -1, 1, 0, x, y + height] },
        widen: (margin) => set(x, y - margin, width, height + margin),
      };
    default:
      return {
        ...{ width, height, matrix: [1, 0, 0, 1, x, y] },
        widen: (margin) => set(x, y, width + margin, height),
      };
  }
}

/** A place of the page as it is shown, in shares from its top left, as points of the file. */
export function placeInFile({ width, height, matrix }: ShownFrame, x: number, y: number): [number, number] {
  const [a, b, c, d, e, f] = matrix;
  const [px, py] = [x * width, height - y * height];
  return [a * px + c * py + e, b * px + d * py + f];
}
