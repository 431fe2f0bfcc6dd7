import sharp from 'sharp';
import { createRgba, type Rgba } from '@ravlo/core';
import { drawTints } from './drawColours';
import { drawInk } from './drawInk';
import { drawPaper } from './drawPaper';
import { drawFold, drawShape } from './drawShape';
import { drawSpoils } from './drawSpoils';
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
          `<g clip-path="url(#shape)"><rect width="100%" height="100%" fill="${plan.paperColour}"/>${drawPaper(plan)}${drawSpoils(plan)}${drawTints(plan)}</g>`,
      ),
    ),
    raw(svg(drawInk(plan))),
  ]);
  if (plan.back) await showThrough(paper, plan.back, width, height, pixelsPerMm);
  if (plan.fibre) addFibre(paper, plan.seed, plan.fibre);
  const fold = plan.fold ? await raw(svg(drawFold(plan))) : null;
  const image = createRgba(width, height);
  const mask = new Uint8Array(width * height);
  const texture = inkTexture(plan);
  const isGraphite = plan.ink === 'pencil';
  const opacity = (isGraphite && plan.graphite?.opacity) || INKS[plan.ink].opacity;
  const skips = plan.ink === 'ballpoint' ? skipTable(plan.seed) : null;
  for (let i = 0, at = 0; i < mask.length; i++, at += 4) {
    let sticks = 1;
    if (isGraphite) sticks = texture[(i * 7 + (i >> 9) * 131) & 0xffff];
    else if (skips) sticks = skips((i % width) / pixelsPerMm, Math.floor(i / width) / pixelsPerMm);
    const over = fold ? fold[at + 3] / 255 : 0;
    const covered = (ink[at + 3] / 255) * (1 - over);
    const alpha = covered * opacity * sticks;
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
  return Float32Array.from({ length: 65536 }, () => random.between(plan.graphite?.least ?? 0.45, 1));
}

/** How much of a ballpoint's line there is at a place, mm: here and there the ball does not turn. */
function skipTable(seed: number): (x: number, y: number) => number {
  const random = createRandom(seed + 78);
  const waves = Array.from({ length: 5 }, () => [random.normal(), random.normal(), random.between(0, 6.28)]);
  return (x, y) => {
    let sum = 0;
    for (const [across, down, phase] of waves) sum += Math.sin(across * x + down * y + phase);
    return sum > 2 ? Math.max(0.25, 1 - (sum - 2) * 0.8) : 1;
  };
}

/** Grey levels that recycled paper strays by, over a few tenths of a millimetre. */
function addFibre(paper: Uint8Array, seed: number, deviation: number): void {
  const random = createRandom(seed + 79);
  const table = Float32Array.from({ length: 65536 }, () => random.normal() * deviation);
  let stray = 0;
  for (let at = 0, n = 0; at < paper.length; at += 4) {
    stray = 0.6 * stray + 0.8 * table[(n++ * 7 + (n >> 11) * 131) & 0xffff];
    for (let c = 0; c < 3; c++) paper[at + c] = Math.min(255, Math.max(0, paper[at + c] + stray));
  }
}

/** How far ink spreads in the paper until it shows on the other side, mm. */
const SPREAD_MM = 0.22;

/** Darkens the paper where the other side is written on, mirrored and soft. */
async function showThrough(
  paper: Uint8Array,
  { plan, strength }: NonNullable<SheetPlan['back']>,
  width: number,
  height: number,
  pixelsPerMm: number,
): Promise<void> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${plan.width} ${plan.height}" preserveAspectRatio="none">${drawInk(plan)}</svg>`;
  const back = new Uint8Array(
    await sharp(Buffer.from(svg), { limitInputPixels: 1e8 })
      .ensureAlpha()
      .flop()
      .extractChannel(3)
      .blur(Math.max(0.3, SPREAD_MM * pixelsPerMm))
      .raw()
      .toBuffer(),
  );
  for (let i = 0, at = 0; i < back.length; i++, at += 4) {
    const left = 1 - (strength * back[i]) / 255;
    for (let c = 0; c < 3; c++) paper[at + c] *= left;
  }
}

async function raw(svg: Buffer): Promise<Uint8Array> {
  return new Uint8Array(await sharp(svg, { limitInputPixels: 1e8 }).ensureAlpha().raw().toBuffer());
}
