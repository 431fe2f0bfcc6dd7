export { createRgba, type Rgba } from './raster/image';
export { addTurns, turnQuarter, TURNS, type Turn } from './raster/turnQuarter';
export { shrinkByInteger } from './raster/shrinkByInteger';
export { shrinkToFit } from './raster/shrinkToFit';
export {
  intersectionOverUnion,
  isConvex,
  mapQuad,
  scaleQuad,
  signedArea,
  wholeQuad,
  type Point,
  type Quad,
} from './outline/quad';
export { createLiveFinder, type LiveFinder, type LiveOutline } from './outline/liveFinder';
export { edgePicture, type EdgePicture } from './outline/edgePicture';
export { placeFourthCorner } from './outline/placeFourthCorner';
export { findOutline, scaleBows, type Bows, type Outline } from './outline/findOutline';
export {
  compose,
  invert,
  project,
  rectangleToQuad,
  squareToQuad,
  type Homography,
} from './flatten/homography';
export { inkPatches, inkPlane, PATCH_SIDE } from './flatten/inkPatches';
export { flatten, mapPage, measureSheet, type FlatPage } from './flatten/flatten';
export { focalInPixels } from './flatten/proportion';
export { PAPERS, type PaperName, type SheetSize } from './flatten/sheetSize';
export { findUpright, type Upright } from './flatten/upright';
export { sheetSignature, signatureDistance } from './aim/sheetSignature';
export { createAimer, type Aim, type AimFrame, type Aimer } from './aim/aimer';
export type { Hint } from './aim/coach';
export { clean, inkMapOf, LOOKS, type CleanOptions, type Look } from './clean/clean';
export type { InkMap } from './clean/inkMap';
export { pickLook } from './clean/pickLook';
export { AS_FOUND, type Tuning } from './clean/tone';
export { checkPage, type CheckedPhoto } from './verdict/checkPage';
export {
  judge,
  legibilityTerms,
  REASON_KINDS,
  sayReason,
  type Reason,
  type ReasonKind,
  type Verdict,
  type VerdictWord,
} from './verdict/judge';
export { pageFacts, type PageFacts, type Place } from './verdict/pageFacts';
export { findPage, fromOwnTopLeft, type FoundPage } from './findPage';
export { NOTE_COLOURS, type Cover, type Note, type NoteColour } from './notes/note';
export { layNotes, type NoteMark, type StampWords } from './notes/layNotes';
export {
  develop,
  developFlat,
  flattenForRecipe,
  PAGE_DPI,
  type DevelopedPage,
  type DevelopOptions,
  type Recipe,
} from './develop';
export { composePdf, type ComposePdfOptions, type PdfPage } from './pdf/composePdf';
export { PAPER_CHOICES, placeOnPaper, type Paper, type Placement } from './pdf/placeOnPaper';
export { stripJpegMetadata } from './pdf/stripJpegMetadata';
