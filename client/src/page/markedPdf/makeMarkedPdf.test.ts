import { degrees, PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName } from '@cantoo/pdf-lib';
import { FRESH_MARKING, type Given, type MarkPin } from '@ravlo/contract';
import { breakLines, type DrawWords } from './drawWords';
import { makeMarkedPdf } from './makeMarkedPdf';
import { placeInFile, shownFrame } from './shownFrame';

const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const written: string[] = [];
const drawWords: DrawWords = async (words, width, size) => {
  written.push(words);
  return { png: new Uint8Array(PIXEL), width, height: size };
};

const pin = (page: number, words: string, points: number | null = null): MarkPin => ({
  ...{ id: `pin-${words}-00`, page, x: 0.2, y: 0.25, width: 0.3, words, points },
});
const given = (pins: MarkPin[], comment = ''): Given => ({
  marking: {
    ...FRESH_MARKING,
    pins,
    comment,
    strokes: [
      {
        id: 'stroke-0001',
        page: 2,
        path: [
          [0.1, 0.1],
          [0.5, 0.2],
        ],
      },
    ],
  },
  ...{ points: 17, most: 20, by: 'Ada Holm', at: '2026-05-14T19:00:00.000Z' },
});

async function pdf(turns: readonly number[]): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  for (const turn of turns) document.addPage([200, 300]).setRotation(degrees(turn));
  return document.save();
}

const annotationsOf = (document: PDFDocument, page: number): PDFDict[] => {
  const array = document.getPage(page).node.lookupMaybe(PDFName.of('Annots'), PDFArray);
  return (array?.asArray() ?? []).map((ref) => document.context.lookup(ref, PDFDict));
};
const subtype = (annotation: PDFDict) => String(annotation.get(PDFName.of('Subtype')));

describe('a marked PDF', () => {
  it('has the words as annotations in any script, the strokes as ink, and all of it in a layer that can be hidden', async () => {
    written.length = 0;
    const marks = given([pin(1, 'Gut! 好 مرحبا', -1), pin(2, 'Ja')], 'On the whole');
    const document = await PDFDocument.load(await makeMarkedPdf(await pdf([0, 0, 0]), marks, drawWords));
    const [first] = annotationsOf(document, 0);
    expect((first?.get(PDFName.of('Contents')) as PDFHexString).decodeText()).toBe(
      '1. Gut! 好 مرحبا\n-1 point',
    );
    expect(annotationsOf(document, 1).map(subtype).sort()).toEqual(['/Ink', '/Text']);
    expect(annotationsOf(document, 2)).toEqual([]);
    expect(document.catalog.has(PDFName.of('OCProperties'))).toBe(true);
    expect(written).toEqual(['17 of 20\n\nOn the whole', 'Gut! 好 مرحبا\n-1 point', '1', 'Ja', '2']);
  });

  it('puts a margin beside pages of which something was said, and leaves the others as they are', async () => {
    const document = await PDFDocument.load(
      await makeMarkedPdf(await pdf([0, 0, 0]), given([pin(1, 'a')]), drawWords),
    );
    expect(document.getPages().map((page) => Math.round(page.getWidth()))).toEqual([272, 272, 200]);
  });

  it('puts it at the right as the page is shown, also where the page is turned', async () => {
    const marks = { ...given([pin(1, 'a'), pin(2, 'b'), pin(3, 'c'), pin(4, 'd')]) };
    const document = await PDFDocument.load(
      await makeMarkedPdf(await pdf([0, 90, 180, 270]), marks, drawWords),
    );
    const boxes = document.getPages().map((page) => Object.values(page.getMediaBox()).map(Math.round));
    expect(boxes).toEqual([
      [0, 0, 272, 300],
      [0, 0, 200, 408],
      [-72, 0, 272, 300],
      [0, -108, 200, 408],
    ]);
  });
});

it('finds a place on a page that is turned', async () => {
  const document = await PDFDocument.load(await pdf([0, 90, 180, 270]));
  const places = document.getPages().map((page) => placeInFile(shownFrame(page), 0, 0).map(Math.round));
  // The top left as it is shown is another corner of the file's page each time.
  expect(places).toEqual([
    [0, 300],
    [0, 0],
    [200, 0],
    [200, 300],
  ]);
});

describe('breaking words into lines', () => {
  const letters = (line: string) => line.length;
  it('breaks at blanks, at ends of lines, and within what is wider than a line', () => {
    expect(breakLines('a quick brown fox\nran', 8, letters)).toEqual(['a quick', 'brown', 'fox', 'ran']);
    expect(breakLines('abcdefghijkl mn', 5, letters)).toEqual(['abcde', 'fghij', 'kl mn']);
    expect(breakLines('', 5, letters)).toEqual(['']);
  });
});
