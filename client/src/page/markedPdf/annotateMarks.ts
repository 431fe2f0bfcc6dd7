import { PDFHexString, PDFString, type PDFDocument, type PDFPage, type PDFRef } from '@cantoo/pdf-lib';
import type { Given, NumberedPin, Stroke } from '@ravlo/contract';
import { MARK_WIDTH, pinEnd } from '../marks/markShapes';
import { sayPinPoints } from '../marks/sayPinPoints';
import { placeInFile, type ShownFrame } from './shownFrame';

/** Flags of an annotation (ISO 32000-1, 12.5.3). */
const PRINTED = 4;
const NOT_PRINTED = 0;
const INK = [0.118, 0.165, 0.196];
/** points */
const ICON = 12;
const BESIDE = 4;
const PEN = 0.7;

export interface AnnotatedMarks {
  readonly pins: readonly NumberedPin[];
  readonly strokes: readonly Stroke[];
  readonly given: Pick<Given, 'by' | 'at'>;
}

/** What readers list: a Text annotation for each pin, an Ink annotation for each stroke (ISO 32000-1, 12.5.6). */
export function annotateMarks(
  { context }: PDFDocument,
  page: PDFPage,
  layer: PDFRef,
  frame: ShownFrame,
  { pins, strokes, given }: AnnotatedMarks,
): void {
  const common = {
    ...{ Type: 'Annot', C: INK, OC: layer },
    ...{ T: PDFHexString.fromText(given.by), M: PDFString.fromDate(new Date(given.at)) },
  };
  for (const { pin, number } of pins) {
    const [x, y] = placeInFile(frame, pinEnd(pin), pin.y);
    const words = `${number}. ${pin.words}${pin.points === null ? '' : `\n${sayPinPoints(pin.points)}`}`;
    const entry = context.obj({
      ...common,
      // The margin says it on paper.
      ...{ Subtype: 'Text', Name: 'Comment', F: NOT_PRINTED, Open: false },
      ...{
        Rect: [x + BESIDE, y - ICON / 2, x + BESIDE + ICON, y + ICON / 2],
        Contents: PDFHexString.fromText(words),
      },
    });
    page.node.addAnnot(context.register(entry));
  }
  for (const stroke of strokes) {
    const points = stroke.path.map(([x, y]) => placeInFile(frame, x, y));
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
    const entry = context.obj({
      ...common,
      ...{ Subtype: 'Ink', InkList: [points.flat()], F: PRINTED },
      BS: { W: (PEN * frame.width) / MARK_WIDTH },
      Rect: [Math.min(...xs) - 2, Math.min(...ys) - 2, Math.max(...xs) + 2, Math.max(...ys) + 2],
    });
    page.node.addAnnot(context.register(entry));
  }
}
