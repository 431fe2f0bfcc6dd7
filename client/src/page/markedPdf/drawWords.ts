import { colours, fonts } from '@/ui/tokens';

/** Words as a picture: in any script that the device can write. */
export interface DrawnWords {
  readonly png: Uint8Array;
  /** points */
  readonly width: number;
  readonly height: number;
}

export type DrawWords = (words: string, width: number, size: number, isBold?: boolean) => Promise<DrawnWords>;

/** Pixels a point: 288 dpi. */
const SCALE = 4;
const LINE = 1.3;

/** Draws words broken into lines of a width, on nothing. Widths and sizes are points. */
export const drawWords: DrawWords = async (words, width, size, isBold = false) => {
  const font = `${size * SCALE}px ${isBold ? fonts.bold : fonts.regular}, sans-serif`;
  await document.fonts.load(font).catch(() => undefined);
  const measure = contextOf(1, 1);
  measure.font = font;
  const lines = breakLines(words, width * SCALE, (line) => measure.measureText(line).width);
  const height = Math.max(1, Math.ceil(lines.length * size * LINE * SCALE));
  const context = contextOf(Math.ceil(width * SCALE), height);
  context.font = font;
  context.fillStyle = colours.ink;
  context.textBaseline = 'alphabetic';
  lines.forEach((line, i) => context.fillText(line, 0, (i * LINE + 1) * size * SCALE));
  const blob = await context.canvas.convertToBlob({ type: 'image/png' });
  return { png: new Uint8Array(await blob.arrayBuffer()), width, height: height / SCALE };
};

function contextOf(width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) throw new Error('There is no room to write');
  return context;
}

/** Breaks at blanks, and within what is wider than a line. */
export function breakLines(words: string, width: number, measure: (line: string) => number): string[] {
  const lines: string[] = [];
  for (const paragraph of words.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/(\s+)/)) {
      if (line === '' || measure(line + word) <= width) line += word;
      else {
        lines.push(line.trimEnd());
        line = word.trimStart();
      }
      while (measure(line) > width && [...line].length > 1) {
        const letters = [...line];
        let fits = letters.length - 1;
        while (fits > 1 && measure(letters.slice(0, fits).join('')) > width) fits--;
        lines.push(letters.slice(0, fits).join(''));
        line = letters.slice(fits).join('');
      }
    }
    lines.push(line.trimEnd());
  }
  return lines;
}
