export const MM_PER_INCH = 25.4;

/** The resolution of a finished page, dots an inch. Sizes in pixels that are said of "a page" are at this scale. */
export const PAGE_DPI = 200;

/** Millimetres to whole pixels at a resolution, at least one. */
export function toPixels(mm: number, dpi: number): number {
  return Math.max(1, Math.round((mm / MM_PER_INCH) * dpi));
}

/** A4 at PAGE_DPI, px: 1654 x 2339. */
export const FULL_PAGE = { width: toPixels(210, PAGE_DPI), height: toPixels(297, PAGE_DPI) } as const;

/** A picture with a longer side below this, px, is small: its grain is averaged away and strokes are a pixel thin. */
export const SMALL_PAGE = 1400;

/** A picture with a longer side below this, px, is one to glance at: all that is written on it is little. */
export const GLANCE_PAGE = 1000;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The longer side of a picture of a page over that of a full page; at most 1. */
export function pageScale({ width, height }: Size): number {
  return Math.min(1, Math.max(width, height) / FULL_PAGE.height);
}

/** Pixels of a full page as pixels of this picture, by its shorter side; not rounded. */
export function acrossPage(pixels: number, { width, height }: Size): number {
  return (pixels * Math.min(width, height)) / FULL_PAGE.width;
}
