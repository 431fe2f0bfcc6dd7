import type { PageParts } from '../clean/pageParts';
import type { Rgba } from '../raster/image';
import { codePage, type CodedPage, type CodePageOptions, type EncodeJpeg } from './codePage';
import { PLAIN } from './stencil';

/** One way to code a page. */
export interface Rung {
  readonly coded: CodedPage;
  /** of its streams */
  readonly bytes: number;
  /** how much worse it reads than the best way: 0 as well as can be, 1 only just */
  readonly loss: number;
}

interface Way extends Omit<CodePageOptions, 'encodeJpeg'> {
  readonly loss: number;
}

/**
 * From the best to the smallest that can still be read. Ink comes first: pictures lose their tones before strokes lose
 * their fineness, and rules go last, since nobody reads them but many count on them.
 */
const LAYERED: readonly Way[] = [
  { loss: 0 },
  { quality: 55, loss: 0.05 },
  { quality: 40, loss: 0.15 },
  { quality: 40, ink: PLAIN, loss: 0.3 },
  { quality: 28, ink: PLAIN, loss: 0.45 },
  { quality: 28, ink: PLAIN, hasRules: false, loss: 1 },
];

/**
 * Pages that are one JPEG: less quality first, then half of the dots an inch. From step to step about a tenth of the bytes
 * goes, so that a limit is used up.
 */
const PICTURES: readonly Way[] = [
  { loss: 0 },
  ...ways([71, 67, 63, 59, 55, 51, 47, 43, 39, 35, 31, 28, 25], 1, 0, 0.5),
  ...ways([64, 58, 52, 46, 41, 36, 32, 28], 2, 0.6, 1),
];

/** Qualities with losses spread evenly between two. */
function ways(qualities: readonly number[], shrink: number, from: number, to: number): Way[] {
  return qualities.map((quality, i) => ({
    quality,
    shrink,
    loss: from + ((to - from) * (i + 1)) / qualities.length,
  }));
}

/**
 * Codes a developed page in all the ways that a size limit may ask for.
 *
 * @param parts of the same page; null where the look shows the photo as it is
 * @returns at least one; each reads less well than the one before and is smaller
 */
export async function codeLadder(
  page: Rgba,
  parts: PageParts | null,
  encodeJpeg: EncodeJpeg,
): Promise<Rung[]> {
  const rungs: Rung[] = [];
  for (const { loss, ...way } of parts ? LAYERED : PICTURES) {
    const coded = await codePage(page, parts, { ...way, encodeJpeg });
    const bytes = codedBytes(coded);
    if (rungs.length === 0 || bytes < rungs[rungs.length - 1].bytes) rungs.push({ coded, bytes, loss });
  }
  return rungs;
}

/** Bytes of all streams of a coded page. */
export function codedBytes({ pictures, stencils }: CodedPage): number {
  const ofPictures = pictures.reduce((sum, { jpeg }) => sum + jpeg.length, 0);
  return stencils.reduce(
    (sum, { jbig2, colours }) => sum + jbig2.length + ('deflated' in colours ? colours.deflated.length : 0),
    ofPictures,
  );
}
