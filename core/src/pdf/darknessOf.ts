import { PAPER, type PageParts } from '../clean/pageParts';
import type { Rgba } from '../raster/image';
import { shineOf } from '../raster/shineOf';

/** How dark a page's pixels are, 0 to 255, with some white ones around so that nobody need look where the page ends. */
export interface Darkness {
  readonly data: Uint8Array;
  /** from a row to the next */
  readonly stride: number;
  /** of the page's first pixel */
  readonly at: number;
}

/** White pixels around: as many as a cell and the cubic's taps reach beyond the page. A whole word, see WORD. */
const AROUND = 4;
/** Most of a page is white: so many pixels are looked at at once. */
const WORD = 4;

/**
 * How dark a developed page's pixels are: by the channel that is darkest, so that pale colours count; on and by soft cells, which are
 * mostly highlighter, by lightness, so that the highlighter does not. Bare paper is 0.
 *
 * @param soft cells of soft areas and around them: 1, else 0
 */
export function darknessOf(page: Rgba, parts: PageParts, soft: Uint8Array): Darkness {
  // Rows of whole words, so that words lie one above the other.
  const stride = Math.ceil((page.width + 2 * AROUND) / WORD) * WORD;
  const data = new Uint8Array(stride * (page.height + 2 * AROUND));
  const at = AROUND * stride + AROUND;
  const { step, kinds } = parts;
  for (let y = 0; y < parts.height; y++) {
    const bottom = Math.min(page.height, (y + 1) * step);
    for (let x = 0, i = y * parts.width; x < parts.width; x++, i++) {
      if (kinds[i] === PAPER) continue;
      const right = Math.min(page.width, (x + 1) * step);
      for (let py = y * step; py < bottom; py++) {
        for (let px = x * step; px < right; px++) {
          const pixel = (py * page.width + px) * 4;
          const red = page.data[pixel];
          const green = page.data[pixel + 1];
          const blue = page.data[pixel + 2];
          data[at + py * stride + px] =
            soft[i] === 1 ? 255 - Math.round(shineOf(red, green, blue)) : 255 - Math.min(red, green, blue);
        }
      }
    }
  }
  return { data, stride, at };
}

/** The darkest pixel of each cell; 0 on bare paper. */
export function darkestOf(
  { data, stride, at }: Darkness,
  { step, width, height, kinds }: PageParts,
): Uint8Array {
  const darkest = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (kinds[i] === PAPER) continue;
      const corner = at + y * step * stride + x * step;
      darkest[i] =
        step === 1
          ? data[corner]
          : Math.max(data[corner], data[corner + 1], data[corner + stride], data[corner + stride + 1]);
    }
  }
  return darkest;
}

/** The same, smoothed by a binomial of five by five: what grain makes of the edge of a faint line costs more than the line. */
export function smoothed({ data, stride, at }: Darkness): Darkness {
  return { data: alongBy(alongBy(data, 1), stride), stride, at };
}

/** @param by 1 along rows, the stride down columns */
function alongBy(data: Uint8Array, by: number): Uint8Array {
  const result = new Uint8Array(data.length);
  const words = new Uint32Array(data.buffer, data.byteOffset, data.length / WORD);
  // Along a row what is near lies in the words beside it, down a column in those of the two rows above and below.
  const [near, far] = by === 1 ? [1, 1] : [by / WORD, (2 * by) / WORD];
  for (let word = far; word < words.length - far; word++) {
    const isWhite =
      words[word] === 0 &&
      words[word - near] === 0 &&
      words[word + near] === 0 &&
      words[word - far] === 0 &&
      words[word + far] === 0;
    if (isWhite) continue;
    for (let i = word * WORD; i < (word + 1) * WORD; i++) {
      const beside = data[i - by] + data[i + by];
      const further = data[i - 2 * by] + data[i + 2 * by];
      result[i] = (6 * data[i] + 4 * beside + further + 8) >> 4;
    }
  }
  return result;
}
