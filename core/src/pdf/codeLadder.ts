import type { PageParts } from '../clean/pageParts';
import type { Rgba } from '../raster/image';
import { shrinkByInteger } from '../raster/shrinkByInteger';
import {
  codePictures,
  codeStencil,
  onePicture,
  USUAL_QUALITY,
  type CodedPage,
  type EncodeJpeg,
} from './codePage';
import { pageLayers, type PageLayers, type PageLayersOptions } from './pageLayers';
import { COARSE, FINE } from './stencil';

/** One way to code a page. */
export interface Rung {
  readonly coded: CodedPage;
  /** of its streams */
  readonly bytes: number;
  /** how much worse it reads than the best way: 0 as well as can be, 1 only just */
  readonly loss: number;
}

/** Ways that differ only in how pictures are coded stand together: the layers are the same. */
interface Ways {
  readonly layers: (page: Rgba, parts: PageParts | null) => PageLayers;
  /** quality of pictures, 1 to 100, and what is lost by it */
  readonly qualities: readonly (readonly [quality: number, loss: number])[];
}

const inLayers =
  (options: PageLayersOptions): Ways['layers'] =>
  (page, parts) =>
    parts ? pageLayers(page, parts, options) : onePicture(page);

const inPixels =
  (shrink: number): Ways['layers'] =>
  (page) =>
    onePicture(page, shrink > 1 ? shrinkByInteger(page, shrink) : page);

/**
 * From the best to the smallest that can still be read. Ink comes first: pictures lose their tones before strokes lose
 * their fineness, and rules go last, since nobody reads them but many count on them.
 */
const LAYERED: readonly Ways[] = [
  {
    layers: inLayers({ ink: FINE }),
    qualities: [
      [USUAL_QUALITY, 0],
      [55, 0.05],
      [40, 0.15],
    ],
  },
  {
    layers: inLayers({ ink: COARSE }),
    qualities: [
      [40, 0.3],
      [28, 0.45],
    ],
  },
  { layers: inLayers({ ink: COARSE, hasRules: false }), qualities: [[28, 1]] },
];

/**
 * Pages that are one JPEG: less quality first, then half of the dots an inch. From step to step about a tenth of the bytes
 * goes, so that a limit is used up.
 */
const PICTURES: readonly Ways[] = [
  {
    layers: inPixels(1),
    qualities: spread([USUAL_QUALITY, 71, 67, 63, 59, 55, 51, 47, 43, 39, 35, 31, 28, 25], 0, 0.5),
  },
  { layers: inPixels(2), qualities: spread([64, 58, 52, 46, 41, 36, 32, 28], 0.6, 1) },
];

/** Qualities with losses spread evenly between two. */
function spread(qualities: readonly number[], from: number, to: number): (readonly [number, number])[] {
  return qualities.map((quality, i) => [quality, from + ((to - from) * i) / (qualities.length - 1)]);
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
  const { width, height } = page;
  const rungs: Rung[] = [];
  for (const { layers, qualities } of parts ? LAYERED : PICTURES) {
    const taken = layers(page, parts);
    const stencils = taken.stencils.map(codeStencil);
    for (const [quality, loss] of qualities) {
      const pictures = await codePictures(taken.pictures, quality, encodeJpeg);
      const coded = { width, height, pictures, stencils };
      const bytes = codedBytes(coded);
      if (rungs.length === 0 || bytes < rungs[rungs.length - 1].bytes) rungs.push({ coded, bytes, loss });
    }
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
