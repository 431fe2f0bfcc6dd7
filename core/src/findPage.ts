import { flatten } from './flatten/flatten';
import { findUpright, type Upright } from './flatten/upright';
import { findOutline, type Outline } from './outline/findOutline';
import { rotateCorners, type Quad } from './outline/quad';
import type { Rgba } from './raster/image';
import type { Turn } from './raster/turnQuarter';

/** What there is to know of a photo before it is developed. */
export interface FoundPage {
  readonly outline: Outline;
  readonly upright: Upright;
  /** the clockwise turn of the flat page to propose: upright when that is sure enough, none otherwise */
  readonly turn: Turn;
}

/** The corners named anew so that the page's own top left comes first, for a page that `turn` brings upright. */
export function fromOwnTopLeft(quad: Quad, turn: Turn): Quad {
  return rotateCorners(quad, (4 - turn / 90) % 4);
}

/** A guess that is no better than this leaves the page as the photo shows it. */
const LEAST_CONFIDENCE = 0.8;
/** Writing is read at this resolution, dots an inch on A4. */
const READING_SIDE = 1170;

/** Finds the sheet in a photo and which way up it is. */
export function findPage(photo: Rgba): FoundPage {
  const outline = findOutline(photo);
  const flat = flatten(photo, outline.quad, { dpi: 100, longSide: READING_SIDE, bows: outline.bows });
  const upright = findUpright(flat.image);
  return { outline, upright, turn: upright.confidence >= LEAST_CONFIDENCE ? upright.turn : 0 };
}
