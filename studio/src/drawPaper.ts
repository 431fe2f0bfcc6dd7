import { printColumns, printPuzzle, printTable } from './drawPrinted';
import { loadFont } from './fonts';
import { glyphPath } from './glyphPath';
import { PRINTED_PAPERS, type Ruling, type SheetPlan } from './sheet';

/** What the stationer printed on the sheet (rules, squares, a worksheet's form) as SVG elements in mm. */
export function drawPaper(plan: SheetPlan): string {
  switch (plan.paper) {
    case 'plain':
      return '';
    case 'lined':
      return lines(plan);
    case 'squared':
      return squares(plan);
    case 'dotted':
      return dots(plan);
    case 'worksheet':
      return worksheet(plan).join('');
    case 'columns':
      return printColumns(plan);
    case 'table':
      return printTable(plan);
    case 'puzzle':
      return printPuzzle(plan);
  }
}

/** What of it is meant to be written on, not read: rules, squares, lines for an answer. */
export function drawRules(plan: SheetPlan): string {
  if (plan.paper === 'worksheet') return worksheet(plan)[1];
  return PRINTED_PAPERS.includes(plan.paper) ? '' : drawPaper(plan);
}

/** What of it is meant to be read. */
export function drawPrint(plan: SheetPlan): string {
  if (plan.paper === 'worksheet') return worksheet(plan)[0];
  return PRINTED_PAPERS.includes(plan.paper) ? drawPaper(plan) : '';
}

function line(x1: number, y1: number, x2: number, y2: number, colour: string, width: number): string {
  return `<path d="M${x1} ${y1}L${x2} ${y2}" stroke="${colour}" stroke-width="${width}"/>`;
}

const SCHOOL_RULES: Ruling = {
  spacing: 8,
  width: 0.22,
  colour: '#a9bfe0',
  margins: [24],
  marginColour: '#e7a3a0',
};
const SCHOOL_SQUARES: Ruling = { spacing: 5, width: 0.18, colour: '#b5c4cf', margins: [], marginColour: '' };

/** The first rule of lined paper, mm from the top. */
const FIRST_RULE = 24;
const MARGIN_WIDTH = 0.3;

function lines({ width, height, ruling = SCHOOL_RULES }: SheetPlan): string {
  const { spacing, colour } = ruling;
  let svg = '';
  for (let y = FIRST_RULE; y < height - 8; y += spacing) svg += line(0, y, width, y, colour, ruling.width);
  return svg + margins(height, ruling);
}

function squares({ width, height, ruling = SCHOOL_SQUARES }: SheetPlan): string {
  const { spacing, colour } = ruling;
  let svg = '';
  for (let x = 5; x < width - 2; x += spacing) svg += line(x, 5, x, height - 5, colour, ruling.width);
  for (let y = 5; y < height - 2; y += spacing) svg += line(5, y, width - 5, y, colour, ruling.width);
  return svg + margins(height, ruling);
}

function dots({ width, height, ruling = SCHOOL_SQUARES }: SheetPlan): string {
  const { spacing, colour } = ruling;
  let d = '';
  for (let y = 5; y < height - 2; y += spacing) {
    for (let x = 5; x < width - 2; x += spacing) d += `M${x} ${y}h0`;
  }
  return `<path d="${d}" stroke="${colour}" stroke-width="${ruling.width * 2}" stroke-linecap="round"/>${margins(height, ruling)}`;
}

const margins = (height: number, ruling: Ruling) =>
  ruling.margins.map((x) => line(x, 0, x, height, ruling.marginColour, MARGIN_WIDTH)).join('');

/** The words and the frame, and the lines to write on. */
function worksheet({ width, height, text, frame = 0.5 }: SheetPlan): [print: string, rules: string] {
  const font = loadFont('print');
  const words = (content: string, x: number, y: number, size: number) =>
    `<path fill="#2b2b2b" d="${glyphPath(font, content, x, y, size)}"/>`;
  let print = `<rect x="12" y="12" width="${width - 24}" height="${height - 24}" fill="none" stroke="#333" stroke-width="${frame}"/>`;
  print += words(text.title, 20, 26, 6) + words('Name', 20, 38, 4.2);
  let rules = line(34, 39, 110, 39, '#555', 0.25);
  text.lines.forEach((_, i) => {
    const y = 58 + i * 34;
    print += words(`${i + 1}.  What does this mark tell you, and how is it lit?`, 20, y, 4.2);
    rules +=
      line(26, y + 13, width - 22, y + 13, '#777', 0.2) + line(26, y + 23, width - 22, y + 23, '#777', 0.2);
  });
  return [print, rules];
}
