import { PAPERS, type PaperName, type Size } from './sheetSize';

/** What a page of the PDF is cut to: 'fit' has the page's proportion and A4's longer side, 'sheet' the page's own size. */
export type Paper = PaperName | 'fit' | 'sheet';

export const PAPER_CHOICES: readonly Paper[] = ['a4', 'letter', 'fit', 'sheet'];

/** White around the page: none, a little, or room at its right for a teacher's pen. */
export type Margin = 'none' | 'small' | 'marking';

export const MARGIN_CHOICES: readonly Margin[] = ['none', 'small', 'marking'];

/** mm on each side; a word and a short line of a teacher's hand are about 50 mm wide. */
const MARGINS: Readonly<Record<Margin, { readonly right: number; readonly others: number }>> = {
  none: { right: 0, others: 0 },
  small: { right: 8, others: 8 },
  marking: { right: 50, others: 8 },
};

/** How pages lie on their paper. */
export interface PaperSettings {
  readonly paper: Paper;
  /** @default 'none' */
  readonly margin?: Margin;
  /** landscape pages lie on portrait paper too, smaller @default false: the paper lies when the page lies */
  readonly isUpright?: boolean;
}

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
 * Where a developed page lies on the paper: as large as it fits between the margins with its proportion kept, but never
 * larger than the sheet was, in the middle of what the margins leave, for marking at its top. Paper that is cut to the page grows by the margins.
 *
 * @param page mm
 */
export function placeOnPaper(
  page: Size,
  { paper, margin = 'none', isUpright = false }: PaperSettings,
): Placement {
  const { right, others } = MARGINS[margin];
  const [across, down] = [right + others, 2 * others];
  if (paper === 'fit' || paper === 'sheet') {
    const scale = paper === 'fit' ? PAPERS.a4.height / Math.max(page.width, page.height) : 1;
    const [width, height] = [page.width * scale, page.height * scale];
    return {
      paperWidth: width + across,
      paperHeight: height + down,
      left: others,
      top: others,
      width,
      height,
    };
  }
  const isLandscape = page.width > page.height && !isUpright;
  const { width: short, height: long } = PAPERS[paper];
  const [paperWidth, paperHeight] = isLandscape ? [long, short] : [short, long];
  const room = { width: paperWidth - across, height: paperHeight - down };
  const scale = Math.min(1, room.width / page.width, room.height / page.height);
  const [width, height] = [page.width * scale, page.height * scale];
  return {
    paperWidth,
    paperHeight,
    left: others + (room.width - width) / 2,
    // What is left over is together where it can be written on.
    top: others + (margin === 'marking' ? 0 : (room.height - height) / 2),
    width,
    height,
  };
}
