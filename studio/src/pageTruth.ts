import sharp from 'sharp';
import { drawTints } from './drawColours';
import { drawInk } from './drawInk';
import { drawPrint, drawRules } from './drawPaper';
import type { SheetPlan } from './sheet';

/** What is where on the flat, upright page: the share of each pixel that is covered, 0 to 255, row by row. */
export interface PageTruth {
  readonly width: number;
  readonly height: number;
  /** written and drawn by hand */
  readonly ink: Uint8Array;
  /** printed, and meant to be read */
  readonly print: Uint8Array;
  /** printed rules and squares */
  readonly rules: Uint8Array;
  /** highlighter */
  readonly tint: Uint8Array;
  /** the colours of ink and highlighter themselves, red green blue */
  readonly colour: Uint8Array;
}

/** Draws the parts of a planned sheet each for itself, `width` x `height` pixels for all of it. */
export async function pageTruth(plan: SheetPlan, width: number, height: number): Promise<PageTruth> {
  const draw = async (content: string) => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${plan.width} ${plan.height}" preserveAspectRatio="none">${content}</svg>`;
    return new Uint8Array(await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer());
  };
  const [ink, print, rules, tint] = await Promise.all(
    [drawInk(plan), drawPrint(plan), drawRules(plan), drawTints(plan)].map(draw),
  );
  const cover = (rgba: Uint8Array) => {
    const plane = new Uint8Array(width * height);
    for (let i = 0; i < plane.length; i++) plane[i] = rgba[i * 4 + 3];
    return plane;
  };
  const colour = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    const from = ink[i * 4 + 3] > 0 ? ink : tint;
    for (let c = 0; c < 3; c++) colour[i * 3 + c] = from[i * 4 + c];
  }
  return {
    width,
    height,
    ink: cover(ink),
    print: cover(print),
    rules: cover(rules),
    tint: cover(tint),
    colour,
  };
}
