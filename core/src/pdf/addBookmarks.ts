import { PDFHexString, PDFName, PDFNumber, type PDFDict, type PDFDocument } from '@cantoo/pdf-lib';

/**
 * Bookmarks (ISO 32000-1, 12.3.3, "outline items"): one where each part begins, all on one level.
 *
 * @param pages in the order of the document's own
 */
export function addBookmarks(document: PDFDocument, pages: readonly { readonly bookmark?: string }[]): void {
  const { context, catalog } = document;
  const sheets = document.getPages();
  const begins = pages.flatMap(({ bookmark }, i) =>
    bookmark && bookmark !== pages[i - 1]?.bookmark ? [{ bookmark, sheet: sheets[i] }] : [],
  );
  if (begins.length === 0) return;
  const root = context.obj({ Type: 'Outlines' });
  const rootRef = context.register(root);
  const items = begins.map(({ bookmark, sheet }): PDFDict => {
    const item = context.obj({ Parent: rootRef, Dest: [sheet.ref, PDFName.of('Fit')] });
    item.set(PDFName.of('Title'), PDFHexString.fromText(bookmark));
    return item;
  });
  const refs = items.map((item) => context.register(item));
  items.forEach((item, i) => {
    if (i > 0) item.set(PDFName.of('Prev'), refs[i - 1]);
    if (i + 1 < refs.length) item.set(PDFName.of('Next'), refs[i + 1]);
  });
  root.set(PDFName.of('First'), refs[0]);
  root.set(PDFName.of('Last'), refs[refs.length - 1]);
  root.set(PDFName.of('Count'), PDFNumber.of(items.length));
  catalog.set(PDFName.of('Outlines'), rootRef);
}
