import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from '@cantoo/pdf-lib';

/** A4, points. */
const [WIDTH, HEIGHT] = [595.28, 841.89];
const MARGIN = 56;
const INK = rgb(0.12, 0.16, 0.2);
const FAINT = rgb(0.62, 0.68, 0.72);

const COLUMNS = ['Day', 'HW', 'Height', 'LW', 'Height', 'Range'];
const ROW = 30;
const SQUARE = 14.17;

/** The made-up worksheet of the tide tables: a table to be filled in, and squared paper for the curve. */
export async function drawWorksheet(date: Date): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false });
  document.setTitle('Tide worksheet, week 3');
  document.setCreationDate(date);
  const [plain, bold] = [
    await document.embedFont(StandardFonts.Helvetica),
    await document.embedFont(StandardFonts.HelveticaBold),
  ];
  const table = document.addPage([WIDTH, HEIGHT]);
  head(table, bold, plain, 'Tides, week 3', 'Skerry Point sea school. Work in pencil or pen, and show how you got there.');
  drawTable(table, plain, HEIGHT - 190);
  const questions = [
    '1  When can a boat drawing 1.9 m cross the bar on the second day?',
    '2  What is the height at Skerry Point three hours after low water? Use the rule of twelfths.',
    '3  Say in a sentence which boat you would take over the bar, and when.',
  ];
  questions.forEach((question, i) => {
    const y = HEIGHT - 470 - i * 110;
    table.drawText(question, { x: MARGIN, y, size: 11, font: plain, color: INK });
    for (let line = 1; line <= 3; line++) rule(table, MARGIN, y - line * 26, WIDTH - MARGIN, y - line * 26);
  });
  const curve = document.addPage([WIDTH, HEIGHT]);
  head(curve, bold, plain, 'The curve', 'One square across is half an hour, one up is a quarter of a metre.');
  for (let x = MARGIN; x <= WIDTH - MARGIN + 1; x += SQUARE) rule(curve, x, 90, x, HEIGHT - 150);
  for (let y = 90; y <= HEIGHT - 150; y += SQUARE) rule(curve, MARGIN, y, WIDTH - MARGIN, y);
  return document.save();
}

function head(page: PDFPage, bold: PDFFont, plain: PDFFont, title: string, words: string): void {
  page.drawText(title, { x: MARGIN, y: HEIGHT - 80, size: 20, font: bold, color: INK });
  page.drawText(words, { x: MARGIN, y: HEIGHT - 102, size: 10, font: plain, color: INK });
  page.drawText('Name', { x: MARGIN, y: HEIGHT - 132, size: 10, font: plain, color: INK });
  rule(page, MARGIN + 36, HEIGHT - 134, MARGIN + 260, HEIGHT - 134);
}

function drawTable(page: PDFPage, font: PDFFont, top: number): void {
  const rows = 8;
  const column = (WIDTH - 2 * MARGIN) / COLUMNS.length;
  COLUMNS.forEach((word, i) =>
    page.drawText(word, { x: MARGIN + i * column + 6, y: top + 10, size: 10, font, color: INK }),
  );
  for (let row = 0; row <= rows; row++) rule(page, MARGIN, top - row * ROW, WIDTH - MARGIN, top - row * ROW);
  for (let i = 0; i <= COLUMNS.length; i++) {
    const x = MARGIN + i * column;
    rule(page, x, top + ROW, x, top - rows * ROW);
  }
}

const rule = (page: PDFPage, x1: number, y1: number, x2: number, y2: number) =>
  page.drawLine({ start: { x: x1, y: y1 }, end: { x: x2, y: y2 }, thickness: 0.6, color: FAINT });
