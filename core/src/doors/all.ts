/** All of it: for workers, the command line and the measurements. The page's own thread takes the door `geometry`. */
export * from './aim';
export * from './geometry';
export type { Plane } from '../raster/image';
export { shrinkByInteger } from '../raster/shrinkByInteger';
export { shrinkToFit } from '../raster/shrinkToFit';
export { turnQuarter } from '../raster/turnQuarter';
export { createLiveFinder, type LiveFinder, type LiveOutline } from '../outline/liveFinder';
export { edgePicture, type EdgePicture } from '../outline/edgePicture';
export { findOutline, type Outline, type SheetOutline } from '../outline/findOutline';
export { flatten, mapPage, type FlatPage } from '../flatten/flatten';
export { findUpright, type Upright } from '../flatten/upright';
export { sheetSignature } from '../aim/sheetSignature';
export { clean, inkMapOf, LOOKS, type CleanOptions, type Look } from '../clean/clean';
export type { InkMap } from '../clean/inkMap';
export type { RuleShow } from '../clean/showParts';
export { pickLook } from '../clean/pickLook';
export { AS_FOUND, type Tuning } from '../clean/tone';
export { checkPage, type CheckedPhoto } from '../verdict/checkPage';
export {
  REASON_KINDS,
  type Reason,
  type ReasonKind,
  type Verdict,
  type VerdictWord,
} from '../verdict/verdict';
export type { Place } from '../geometry/place';
export { findPage, fromOwnTopLeft, isTurnUnsure, type FoundPage } from '../findPage';
export {
  develop,
  developFlat,
  flattenForRecipe,
  scaleRecipe,
  type DevelopedPage,
  type DevelopOptions,
  type Recipe,
} from '../develop';
export type { PageParts } from '../clean/pageParts';
export {
  codePage,
  PDF_JPEG_OPTIONS,
  type CodedPage,
  type CodePageOptions,
  type EncodeJpeg,
} from '../pdf/codePage';
export { codeLadder, type Rung } from '../pdf/codeLadder';
export { composeWithin, type ComposedWithin, type PdfLadder } from '../pdf/composeWithin';
export { composePdf, type ComposePdfOptions, type PdfPage } from '../pdf/composePdf';
export { stripJpegMetadata } from '../pdf/stripJpegMetadata';
