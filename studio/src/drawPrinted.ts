import { createRandom, type Random } from '@ravlo/film';
import { loadFont } from './fonts';
import { glyphPath } from './glyphPath';
import { inventLines, inventTitle } from './inventText';
import type { SheetPlan } from './sheet';

/** Space round the print, mm. */
const MARGIN = 14;
const PRINT = '#2b2b2b';

/** A book's or a newspaper's page: a heading and running text in one to three columns. */
export function printColumns({ seed, width, height }: SheetPlan): string {
  const random = createRandom(seed + 31);
  const columns = random.pick([1, 2, 2, 3]);
  const size = random.between(2.8, 4.2);
  const leading = size * random.between(1.3, 1.6);
  const gap = 7;
  const column = (width - 2 * MARGIN - gap * (columns - 1)) / columns;
  const top = MARGIN + 16;
  let svg = words(inventTitle(random), MARGIN, MARGIN + 8, size * 2.1);
  const rows = Math.floor((height - top - MARGIN) / leading);
  for (let c = 0; c < columns; c++) {
    const x = MARGIN + c * (column + gap);
    const left = inventLines(random, rows, Math.floor(column / (size * 0.5)));
    left.forEach((text, row) => (svg += words(text.trim(), x, top + row * leading, size)));
    if (c > 0) svg += box(x - gap / 2, top - size, 0, height - top - MARGIN, 0.2);
  }
  return random.chance(0.4)
    ? svg +
        box(MARGIN - 6, MARGIN - 6, width - 2 * MARGIN + 12, height - 2 * MARGIN + 12, random.between(0.3, 2))
    : svg;
}

/** A table with a heading row. */
export function printTable({ seed, width, height }: SheetPlan): string {
  const random = createRandom(seed + 32);
  const columns = 3 + Math.floor(random.next() * 4);
  const rows = 8 + Math.floor(random.next() * 16);
  const [left, top] = [MARGIN, MARGIN + 14];
  const [w, h] = [(width - 2 * MARGIN) / columns, (height - top - MARGIN) / rows];
  let svg = words(inventTitle(random), left, MARGIN + 7, 6);
  for (let c = 0; c <= columns; c++) svg += box(left + c * w, top, 0, rows * h, 0.35);
  for (let r = 0; r <= rows; r++) svg += box(left, top + r * h, columns * w, 0, r === 1 ? 0.8 : 0.3);
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) {
      if (r > 0 && random.chance(0.25)) continue;
      const [text] = inventLines(random, 1, Math.max(5, Math.floor(w / 2.4)));
      svg += words(text.trim(), left + c * w + 1.5, top + (r + 0.65) * h, Math.min(3.4, h * 0.5));
    }
  }
  return svg;
}

/** A grid of squares, some of them black, some with a small number, as in a puzzle of crossing words. */
export function printPuzzle({ seed, width, height }: SheetPlan): string {
  const random = createRandom(seed + 33);
  const across = 9 + Math.floor(random.next() * 8);
  const cell = (width - 2 * MARGIN) / across;
  const down = Math.min(across, Math.floor((height * 0.65) / cell));
  const top = MARGIN + 14;
  let svg = words(inventTitle(random), MARGIN, MARGIN + 7, 6);
  let black = '';
  for (let r = 0; r < down; r++) {
    for (let c = 0; c < across; c++) {
      const [x, y] = [MARGIN + c * cell, top + r * cell];
      if (random.chance(0.17)) black += `M${x} ${y}h${cell}v${cell}h${-cell}Z`;
      else if (random.chance(0.3))
        svg += words(String(1 + Math.floor(random.next() * 60)), x + 0.6, y + 2.8, 2.4);
    }
  }
  svg += `<path d="${black}" fill="${PRINT}"/>`;
  for (let c = 0; c <= across; c++) svg += box(MARGIN + c * cell, top, 0, down * cell, 0.4);
  for (let r = 0; r <= down; r++) svg += box(MARGIN, top + r * cell, across * cell, 0, 0.4);
  return svg + clues(random, width, height, top + down * cell + 8);
}

function clues(random: Random, width: number, height: number, top: number): string {
  const rows = Math.max(0, Math.floor((height - MARGIN - top) / 4.6));
  return inventLines(random, rows, Math.floor((width - 2 * MARGIN) / 1.7))
    .map((text, row) => words(text.trim(), MARGIN, top + row * 4.6, 3.2))
    .join('');
}

const words = (text: string, x: number, y: number, size: number) =>
  `<path fill="${PRINT}" d="${glyphPath(loadFont('print'), text, x, y, size)}"/>`;

/** A frame; a line where it has no width or no height. */
const box = (x: number, y: number, w: number, h: number, stroke: number) =>
  `<path d="M${x} ${y}h${w}v${h}h${-w}Z" fill="none" stroke="${PRINT}" stroke-width="${stroke}"/>`;
