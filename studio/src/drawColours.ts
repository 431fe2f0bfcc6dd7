import type { SheetPlan } from './sheet';
import { writingStart } from './writingStart';

/** The colours that students use beside their pen, CSS. */
export const MARK_COLOURS = {
  red: '#c4242c',
  green: '#1f7a3d',
  pencil: '#d9862e',
  highlighter: '#f3ef5a',
} as const;

/** Red underlines, a green frame round a result and hatching in coloured pencil, as SVG elements in mm. */
export function drawColours(plan: SheetPlan): string {
  if (!plan.isColourful) return '';
  const { x, y, spacing } = writingStart(plan);
  const right = plan.width - 30;
  const below = (line: number) => y + spacing * line + 1.8;
  const underline = (line: number, to: number) =>
    `<path d="M${x} ${below(line)}L${to} ${below(line) + 0.4}" stroke="${MARK_COLOURS.red}" stroke-width="0.6"/>`;
  const frame = `<path d="M${x + 50} ${below(6)}h38v${-spacing}h-38z" stroke="${MARK_COLOURS.green}" stroke-width="0.55" stroke-linejoin="round"/>`;
  const top = plan.height - 62;
  let hatching = '';
  for (let k = 0; k < 46; k++) {
    hatching += `<path d="M${x + k * 1.3} ${top + (k % 3)}l-7 ${24 - (k % 4)}" stroke="${MARK_COLOURS.pencil}" stroke-width="0.9" stroke-opacity="0.75"/>`;
  }
  return `<g fill="none" stroke-linecap="round">${underline(0, right)}${underline(4, x + 70)}${frame}${hatching}</g>`;
}

/** Highlighter, which lies under the writing's colour, as SVG elements in mm. */
export function drawTints(plan: SheetPlan): string {
  if (!plan.isColourful) return '';
  const { x, y, spacing } = writingStart(plan);
  const band = (line: number, from: number, to: number) =>
    `<path d="M${from} ${y + spacing * line - 1.6}L${to} ${y + spacing * line - 1.2}" fill="none" stroke="${MARK_COLOURS.highlighter}" stroke-width="4.6" stroke-opacity="0.85"/>`;
  return band(3, x, x + 60) + band(7, x + 10, x + 85);
}
