import { PAPERS, type PaperName } from './sheetSize';

/** What a page of the PDF is cut to. */
export type Paper = PaperName | 'fit';

export const PAPER_CHOICES: readonly Paper[] = ['a4', 'letter', 'fit'];

/** Everything in millimetres, from the paper's top left corner. */
export interface Placement {
  readonly paperWidth: number;
  readonly paperHeight: number;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Where a developed page lies on the paper: as large as it fits with its proportion kept, in the middle, the
 * paper lying when the page lies. 'fit' cuts the paper to the page.
 *
 * @param page mm
 */
export function placeOnPaper(
  page: { readonly width: number; readonly height: number },
  paper: Paper,
): Placement {
  if (paper === 'fit') {
    return { paperWidth: page.width, paperHeight: page.height, left: 0, top: 0, ...sizeOf(page) };
  }
  const isLandscape = page.width > page.height;
  const { width: short, height: long } = PAPERS[paper];
  const paperWidth = isLandscape ? long : short;
  const paperHeight = isLandscape ? short : long;
  const scale = Math.min(paperWidth / page.width, paperHeight / page.height);
  const width = page.width * scale;
  const height = page.height * scale;
  return {
    paperWidth,
    paperHeight,
    left: (paperWidth - width) / 2,
    top: (paperHeight - height) / 2,
    width,
    height,
  };
}

function sizeOf({ width, height }: { readonly width: number; readonly height: number }) {
  return { width, height };
}
