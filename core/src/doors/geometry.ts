/**
 * The light door, for the page's own thread: points, quads, homographies, sides, paper sizes, where notes lie, and the edition. Nothing
 * behind it touches pixels.
 */
export { CORE_EDITION } from '../edition';
export { signatureDistance } from '../aim/signatureDistance';
export { scaleBows, type Bows } from '../geometry/bows';
export { intersectionOverUnion } from '../geometry/clipPolygon';
export {
  compose,
  invert,
  project,
  rectangleToQuad,
  squareToQuad,
  type Homography,
} from '../geometry/homography';
export { distanceTo, intersectLines, lineThrough, type Line } from '../geometry/line';
export { measureSheet } from '../geometry/measureSheet';
export { FULL_PAGE, GLANCE_PAGE, PAGE_DPI, SMALL_PAGE } from '../geometry/pageScale';
export { placeFourthCorner } from '../geometry/placeFourthCorner';
export {
  MARGIN_CHOICES,
  PAPER_CHOICES,
  placeOnPaper,
  type Margin,
  type Paper,
  type PaperSettings,
  type Placement,
} from '../geometry/placeOnPaper';
export { focalInPixels } from '../geometry/proportion';
export {
  isConvex,
  mapQuad,
  rotateCorners,
  scaleQuad,
  signedArea,
  wholeQuad,
  type Point,
  type Quad,
} from '../geometry/quad';
export { PAPERS, type PaperName, type SheetSize } from '../geometry/sheetSize';
export { bowAt, normalOf, sidePoint, STRAIGHT, type Bow, type SideCurve } from '../geometry/sideCurve';
export { addTurns, swapsSides, turnBetween, TURNS, type Turn } from '../geometry/turn';
export { sizeBefore, turnPlace, type PageSize } from '../geometry/turnPlace';
export { layNotes, type LaidPage, type NoteMark, type StampWords } from '../notes/layNotes';
export { NOTE_RGB, type Cover, type Note, type NoteColour } from '../notes/note';
