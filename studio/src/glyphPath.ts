import type { Font } from 'opentype.js';

/**
 * SVG path data of a text. The font library's own writer turns numbers such as 1e-7 into NaN, which ends the
 * path for an SVG reader; this one writes plain decimals.
 *
 * @param slant how far the text leans to the right, as a share of its height
 * @param stray how far the next place lies from where it should, mm: no two letters of a hand are alike
 */
export function glyphPath(
  font: Font,
  text: string,
  x: number,
  y: number,
  size: number,
  slant = 0,
  stray: () => number = () => 0,
): string {
  const place = (px: number, py: number) =>
    `${(px + slant * (y - py) + stray()).toFixed(3)} ${(py + stray()).toFixed(3)}`;
  return font
    .getPath(text, x, y, size)
    .commands.map((c) => {
      switch (c.type) {
        case 'M':
        case 'L':
          return `${c.type}${place(c.x, c.y)}`;
        case 'Q':
          return `Q${place(c.x1, c.y1)} ${place(c.x, c.y)}`;
        case 'C':
          return `C${place(c.x1, c.y1)} ${place(c.x2, c.y2)} ${place(c.x, c.y)}`;
        case 'Z':
          return 'Z';
      }
    })
    .join('');
}
