import { PDFDocument, rgb, type PDFPage, type PDFRef } from '@cantoo/pdf-lib';
import { numberedPins, sayPoints, type Given, type NumberedPin, type Stroke } from '@ravlo/contract';
import { MARK_WIDTH, pinEnd, pinLine, strokePaths } from '../marks/markShapes';
import { placeMargin } from '../marks/placeMargin';
import { sayPinPoints } from '../marks/sayPinPoints';
import { annotateMarks } from './annotateMarks';
import type { DrawnWords, DrawWords } from './drawWords';
import { addLayer, inLayer } from './markLayer';
import { shownFrame, type ShownFrame } from './shownFrame';

/** Of the margin that is put beside a page, share of the page's width. */
const MARGIN = 0.36;
/** Of the letters, share of the page's width: 9.5 points on A4. */
const LETTER = 0.016;
const INK = rgb(0.118, 0.165, 0.196);

/**
 * The file that was handed over, with what the marker said: as a layer of its own ("Marks") on the pages and in a margin beside
 * them, and as annotations.
 *
 * @param drawWords words as a picture, so that any script can be printed
 * @throws Error where the file is no PDF that can be opened
 */
export async function makeMarkedPdf(
  bytes: Uint8Array,
  given: Given,
  drawWords: DrawWords,
): Promise<Uint8Array<ArrayBuffer>> {
  const document = await PDFDocument.load(bytes, { updateMetadata: false });
  const layer = addLayer(document);
  const pins = numberedPins(given.marking.pins);
  for (const [i, page] of document.getPages().entries()) {
    const marks: PageMarks = {
      ...{ document, page, layer, drawWords, given },
      pins: pins.filter(({ pin }) => pin.page === i + 1),
      strokes: given.marking.strokes.filter(({ page: number }) => number === i + 1),
      head: i === 0 ? headOf(given) : '',
    };
    if (marks.pins.length + marks.strokes.length > 0 || marks.head !== '') await markPage(marks);
  }
  return new Uint8Array(await document.save());
}

/** Above all, on the first page: the points, and what is said of the whole. */
function headOf({ points, most, marking }: Given): string {
  const sum = points === null || most === null ? '' : `${sayPoints(points)} of ${most}`;
  const parts = marking.parts.map((each) => `${each.part}: ${sayPoints(each.points)}`).join('\n');
  return [sum, marking.comment, parts].filter(Boolean).join('\n\n');
}

interface PageMarks {
  readonly document: PDFDocument;
  readonly page: PDFPage;
  readonly layer: PDFRef;
  readonly given: Given;
  readonly drawWords: DrawWords;
  readonly pins: readonly NumberedPin[];
  readonly strokes: readonly Stroke[];
  /** empty where nothing stands above all */
  readonly head: string;
}

async function markPage(marks: PageMarks): Promise<void> {
  const { document, page, layer, pins, strokes, given } = marks;
  const frame = shownFrame(page);
  await inLayer(document, page, layer, frame, async () => {
    drawOnPage(marks, frame);
    await drawMargin(marks, frame);
  });
  annotateMarks(document, page, layer, frame, { pins, strokes, given });
  frame.widen(frame.width * MARGIN);
}

/** The pen's strokes, and the lines under what pins mean. */
function drawOnPage({ page, pins, strokes }: PageMarks, { width, height }: ShownFrame): void {
  const options = { x: 0, y: height, scale: width / MARK_WIDTH };
  const proportion = height / width;
  for (const { path } of strokePaths(strokes, proportion)) page.drawSvgPath(path, { ...options, color: INK });
  for (const { pin } of pins)
    page.drawSvgPath(pinLine(pin, proportion), { ...options, borderColor: INK, borderWidth: 0.9 });
}

interface MarginWords {
  /** null: what stands above all */
  readonly pin: NumberedPin | null;
  /** from the top, points */
  readonly wanted: number;
  readonly drawn: DrawnWords;
}

/** Each pin's words at the height of its place, with its number, and a line to it. */
async function drawMargin(
  { document, page, pins, head, drawWords }: PageMarks,
  frame: ShownFrame,
): Promise<void> {
  const { width, height } = frame;
  const size = width * LETTER;
  const room = width * MARGIN - size * 4.6;
  const words: MarginWords[] = [];
  if (head !== '') words.push({ pin: null, wanted: size, drawn: await drawWords(head, room, size, true) });
  for (const each of pins) {
    const { pin } = each;
    const text = [pin.words, pin.points === null ? '' : sayPinPoints(pin.points)].filter(Boolean).join('\n');
    words.push({ pin: each, wanted: pin.y * height - size, drawn: await drawWords(text, room, size) });
  }
  const tops = placeMargin(
    words.map(({ wanted, drawn }) => ({ wanted, height: Math.max(drawn.height, size * 2.4) })),
    height - size,
    size * 0.8,
  );
  for (const [i, { pin, drawn }] of words.entries()) {
    const top = tops[i] ?? 0;
    await drawPicture(document, page, drawn, width + size * 3.8, height - top - drawn.height);
    if (!pin) continue;
    const centre = { x: width + size * 2, y: height - top - size * 0.9 };
    page.drawCircle({ ...centre, size: size * 1.15, borderColor: INK, borderWidth: size * 0.14 });
    const number = String(pin.number);
    const digits = await drawWords(number, size * 3, size, true);
    const left = centre.x - number.length * size * 0.29;
    await drawPicture(document, page, digits, left, centre.y + size * 0.64 - digits.height);
    page.drawLine({
      start: { x: pinEnd(pin.pin) * width, y: height - pin.pin.y * height },
      end: { x: centre.x - size * 1.2, y: centre.y },
      ...{ thickness: size * 0.07, color: INK, dashArray: [size * 0.15, size * 0.35] },
    });
  }
}

async function drawPicture(
  document: PDFDocument,
  page: PDFPage,
  { png, width, height }: DrawnWords,
  x: number,
  y: number,
): Promise<void> {
  page.drawImage(await document.embedPng(png), { x, y, width, height });
}
