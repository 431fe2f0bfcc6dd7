import type { Font } from 'opentype.js';

/**
 * SVG path data of a text. The font library's own writer turns numbers such as 1e-7 into NaN, which ends the
 * path for an SVG reader; this one writes plain decimals.
 */
export function glyphPath(font: Font, text: string, x: number, y: number, size: number): string {
  const n = (value: number) => value.toFixed(3);
  return font
    .getPath(text, x, y, size)
    .commands.map((c) => {
      switch (c.type) {
        case 'M':
        case 'L':
          return `${c.type}${n(c.x)} ${n(c.y)}`;
        case 'Q':
          return `Q${n(c.x1)} ${n(c.y1)} ${n(c.x)} ${n(c.y)}`;
        case 'C':
          return `C${n(c.x1)} ${n(c.y1)} ${n(c.x2)} ${n(c.y2)} ${n(c.x)} ${n(c.y)}`;
        case 'Z':
          return 'Z';
      }
    })
    .join('');
}
