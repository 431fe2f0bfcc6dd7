import sharp from 'sharp';
import { createRgba, type Rgba } from '@ravlo/core';
import { drawTints } from './drawColours';
import { drawInk } from './drawInk';
import { drawPaper } from './drawPaper';
import { drawFold, drawShape } from './drawShape';
import { createRandom } from '@ravlo/film';
import { INKS, type SheetPlan } from './sheet';

/** A sheet as it would look to a perfect scanner, and where its ink is. */
export interface RenderedSheet {
  /** alpha says where there is paper */
  readonly image: Rgba;
  /** share of each pixel that ink covers, 0 to 255, same size as the image */
  readonly ink: Uint8Array;
  readonly pixelsPerMm: number;
}

/** Draws a planned sheet. */
export async function renderSheet(plan: SheetPlan, pixelsPerMm: number): Promise<RenderedSheet> {
  const width = Math.max(1, Math.round(plan.width * pixelsPerMm));
  const height = Math.max(1, Math.round(plan.height * pixelsPerMm));
  const svg = (content: string) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${plan.width} ${plan.height}">${content}</svg>`,
    );
  const [paper, ink] = await Promise.all([
    raw(
      svg(
        `<clipPath id="shape"><path d="${drawShape(plan)}" clip-rule="evenodd"/></clipPath>` +
          `<g clip-path="url(#shape)"><rect width="100%" height="100%" fill="${plan.paperColour}"/>${drawPaper(plan)}${drawTints(plan)}</g>`,
      ),
    ),
    raw(svg(drawInk(plan))),
  ]);
  const fold = plan.fold ? await raw(svg(drawFold(plan))) : null;
  const image = createRgba(width, height);
  const mask = new Uint8Array(width * height);
  const texture = inkTexture(plan);
  const opacity = INKS[plan.ink].opacity;
  for (let i = 0, at = 0; i < mask.length; i++, at += 4) {
    const grain = plan.ink === 'pencil' ? texture[(i * 7 + (i >> 9) * 131) & 0xffff] : 1;
    const over = fold ? fold[at + 3] / 255 : 0;
    const covered = (ink[at + 3] / 255) * (1 - over);
    const alpha = covered * opacity * grain;
    mask[i] = covered * 255;
    for (let c = 0; c < 3; c++) {
      const written = paper[at + c] * (1 - alpha) + ink[at + c] * alpha;
      image.data[at + c] = fold ? written * (1 - over) + fold[at + c] * over : written;
    }
    image.data[at + 3] = Math.max(paper[at + 3], over * 255);
  }
  return { image, ink: mask, pixelsPerMm };
}

/** Graphite catches on the grain of the paper: a table of how much of it sticks. */
function inkTexture(plan: SheetPlan): Float32Array {
  const random = createRandom(plan.seed + 77);
  return Float32Array.from({ length: 65536 }, () => random.between(0.45, 1));
}

async function raw(svg: Buffer): Promise<Uint8Array> {
  return new Uint8Array(await sharp(svg, { limitInputPixels: 1e8 }).ensureAlpha().raw().toBuffer());
}
