import { degrees, PDFDocument, PDFName, rgb, type PDFFont, type PDFPage } from '@cantoo/pdf-lib';
import * as fontkit from 'fontkit';
import type { NoteMark } from '../notes/layNotes';
import { MM_PER_INCH } from '../geometry/pageScale';
import { NOTE_RGB } from '../notes/note';
import { placeOnPaper, type PaperSettings, type Placement } from '../geometry/placeOnPaper';
import type { CodedPage } from './codePage';
import { addBookmarks } from './addBookmarks';
import { drawCodedPage } from './drawCodedPage';

/** One developed page, already coded. */
export interface PdfPage {
  readonly coded: CodedPage;
  /** mm, as the picture lies */
  readonly size: { readonly width: number; readonly height: number };
  /** drawn over the picture, as vectors */
  readonly marks?: readonly NoteMark[];
  /** what readers call the page, from 1 on @default one more than the page before it */
  readonly number?: number;
  /** what readers list the page under; pages that follow each other under the same words are listed once @default not listed */
  readonly bookmark?: string;
}

export interface ComposePdfOptions extends PaperSettings {
  /** the document's title */
  readonly title: string;
  /** what the document says of its age @default not said: then the same pages and options give the same bytes */
  readonly date?: Date;
  /** of what is written, as a tag of BCP 47: for those who have pages read to them @default not said */
  readonly language?: string;
  /** @default not said */
  readonly author?: string;
  /** a TrueType font for words on pages; only what is used of it gets into the file */
  readonly font?: Uint8Array;
}

const POINTS_PER_MM = 72 / MM_PER_INCH;

/**
 * Makes one PDF, a page a sheet. Nothing that the photos say about themselves (camera, place, time) gets in, and nothing
 * of the programs that made it.
 *
 * @throws RangeError when there is no page, a page's bytes are not a JPEG, or there are words without a font
 */
export async function composePdf(
  pages: readonly PdfPage[],
  { title, date, language, author, font: fontBytes, ...paper }: ComposePdfOptions,
): Promise<Uint8Array<ArrayBuffer>> {
  if (pages.length === 0) throw new RangeError('A PDF needs at least one page');
  const document = await PDFDocument.create({ updateMetadata: false });
  document.setTitle(title, { showInWindowTitleBar: true });
  if (language) document.setLanguage(language);
  if (author) document.setAuthor(author);
  if (date) {
    document.setCreationDate(date);
    document.setModificationDate(date);
  }
  const font = await embedFont(document, pages, fontBytes);
  for (const page of pages) {
    const place = placeOnPaper(page.size, paper);
    const sheet = document.addPage([place.paperWidth * POINTS_PER_MM, place.paperHeight * POINTS_PER_MM]);
    await drawCodedPage(document, sheet, page.coded, {
      left: place.left * POINTS_PER_MM,
      bottom: (place.paperHeight - place.top - place.height) * POINTS_PER_MM,
      width: place.width * POINTS_PER_MM,
      height: place.height * POINTS_PER_MM,
    });
    for (const mark of page.marks ?? []) drawMark(sheet, mark, place, place.width / page.size.width, font);
  }
  labelPages(document, pages);
  addBookmarks(document, pages);
  const bytes = await document.save();
  return new Uint8Array(bytes);
}

/** Page labels (ISO 32000-1, 12.4.2): a range for every page whose number does not follow on the one before. */
function labelPages(document: PDFDocument, pages: readonly PdfPage[]): void {
  const ranges: (number | { S: string; St: number })[] = [];
  let last = 0;
  pages.forEach(({ number = last + 1 }, i) => {
    if (i === 0 || number !== last + 1) ranges.push(i, { S: 'D', St: number });
    last = number;
  });
  document.catalog.set(PDFName.of('PageLabels'), document.context.obj({ Nums: ranges }));
}

async function embedFont(
  document: PDFDocument,
  pages: readonly PdfPage[],
  bytes: Uint8Array | undefined,
): Promise<PDFFont | null> {
  if (!pages.some(({ marks }) => marks?.some(({ kind }) => kind === 'words'))) return null;
  if (!bytes) throw new RangeError('Words on a page need a font');
  document.registerFontkit(fontkit);
  return document.embedFont(bytes, { subset: true });
}

/** Draws a mark that is given in mm of the page's picture, which lies on the paper at `place`, so much enlarged. */
function drawMark(
  sheet: PDFPage,
  mark: NoteMark,
  place: Placement,
  scale: number,
  font: PDFFont | null,
): void {
  const color = rgb(...NOTE_RGB[mark.colour]);
  const left = place.left * POINTS_PER_MM;
  const top = (place.paperHeight - place.top) * POINTS_PER_MM;
  const unit = scale * POINTS_PER_MM;
  if (mark.kind === 'shape') {
    sheet.drawSvgPath(mark.path, { x: left, y: top, scale: unit, color, borderWidth: 0 });
    return;
  }
  if (!font) return;
  sheet.drawText(writable(mark.text, font), {
    x: left + mark.x * unit,
    y: top - mark.y * unit,
    size: mark.size * unit,
    font,
    color,
    rotate: degrees(-mark.angle),
  });
}

/** The words with what the font has no letter for shown as a question mark. */
function writable(text: string, font: PDFFont): string {
  const known = new Set(font.getCharacterSet());
  return Array.from(text, (letter) => (known.has(letter.codePointAt(0) ?? 0) ? letter : '?')).join('');
}
