import { TONE, type PageParts } from '../clean/pageParts';
import { largeParts } from '../raster/largeParts';
import type { Rgba } from '../raster/image';
import type { Box } from './tiles';

/** Tones of fewer cells are as good as a stroke. */
const LEAST_CELLS = 400;
/** How far under strokes the colours beside them reach, in cells: further than strokes are wide. */
const REACH = 12;

/** Cells of highlighter, printed pictures and other soft areas, also under strokes: 1, else 0. */
export function softCells({ kinds, toned, width, height }: PageParts): Uint8Array {
  const tones = toned.slice();
  for (let i = 0; i < tones.length; i++) if (kinds[i] === TONE) tones[i] = 1;
  return largeParts(tones, width, height, LEAST_CELLS);
}

/**
 * The page without its strokes in a box: a pixel a cell, and under strokes the colour beside them.
 *
 * @param nearInk cells of strokes and around them: 1, else 0
 */
export function softPicture(
  page: Rgba,
  { step, width: columns, height: rows }: PageParts,
  nearInk: Uint8Array,
  box: Box,
): Rgba {
  const [left, top] = [box.left / step, box.top / step];
  const width = Math.min(columns - left, Math.ceil(box.width / step));
  const height = Math.min(rows - top, Math.ceil(box.height / step));
  const image: Rgba = { width, height, data: new Uint8ClampedArray(width * height * 4).fill(255) };
  const known = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (nearInk[(top + y) * columns + left + x] === 1) continue;
      known[i] = 1;
      image.data.set(meanOfCell(page, (left + x) * step, (top + y) * step, step), i * 4);
    }
  }
  fillUnknown(image, known);
  return image;
}

function meanOfCell({ width, height, data }: Rgba, left: number, top: number, step: number): number[] {
  const sums = [0, 0, 0];
  let count = 0;
  for (let y = top; y < Math.min(height, top + step); y++) {
    for (let x = left; x < Math.min(width, left + step); x++, count++) {
      for (let c = 0; c < 3; c++) sums[c] += data[(y * width + x) * 4 + c];
    }
  }
  return sums.map((sum) => Math.round(sum / count));
}

/** Ring by ring from what is known; what lies too far in stays white. */
function fillUnknown({ width, height, data }: Rgba, known: Uint8Array): void {
  let open: number[] = [];
  for (let i = 0; i < known.length; i++) if (known[i] === 0) open.push(i);
  for (let ring = 0; ring < REACH && open.length > 0; ring++) {
    const filled: number[] = [];
    const left: number[] = [];
    for (const i of open) {
      const [x, y] = [i % width, Math.floor(i / width)];
      const sums = [0, 0, 0];
      let count = 0;
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
          const near = ny * width + nx;
          if (known[near] === 0) continue;
          for (let c = 0; c < 3; c++) sums[c] += data[near * 4 + c];
          count++;
        }
      }
      if (count === 0) {
        left.push(i);
        continue;
      }
      for (let c = 0; c < 3; c++) data[i * 4 + c] = Math.round(sums[c] / count);
      filled.push(i);
    }
    for (const i of filled) known[i] = 1;
    open = left;
  }
}
