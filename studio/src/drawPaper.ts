import { loadFont } from './fonts';
import { glyphPath } from './glyphPath';
import type { SheetPlan } from './sheet';

/** What the stationer printed on the sheet (rules, squares, a worksheet's form) as SVG elements in mm. */
export function drawPaper(plan: SheetPlan): string {
  switch (plan.paper) {
    case 'plain':
      return '';
    case 'lined':
      return rules(plan, 8, 24) + line(24, 0, 24, plan.height, '#e7a3a0', 0.3);
    case 'squared':
      return squares(plan);
    case 'worksheet':
      return worksheet(plan).join('');
  }
}

/** What of it is meant to be written on, not read: rules, squares, lines for an answer. */
export function drawRules(plan: SheetPlan): string {
  return plan.paper === 'worksheet' ? worksheet(plan)[1] : drawPaper(plan);
}

/** What of it is meant to be read. */
export function drawPrint(plan: SheetPlan): string {
  return plan.paper === 'worksheet' ? worksheet(plan)[0] : '';
}

function line(x1: number, y1: number, x2: number, y2: number, colour: string, width: number): string {
  return `<path d="M${x1} ${y1}L${x2} ${y2}" stroke="${colour}" stroke-width="${width}"/>`;
}

function rules({ width, height }: SheetPlan, spacing: number, top: number): string {
  let svg = '';
  for (let y = top; y < height - 8; y += spacing) svg += line(0, y, width, y, '#a9bfe0', 0.22);
  return svg;
}

function squares({ width, height }: SheetPlan): string {
  let svg = '';
  for (let x = 5; x < width - 2; x += 5) svg += line(x, 5, x, height - 5, '#b5c4cf', 0.18);
  for (let y = 5; y < height - 2; y += 5) svg += line(5, y, width - 5, y, '#b5c4cf', 0.18);
  return svg;
}

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
