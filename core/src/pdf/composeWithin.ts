import { chooseRungs } from './chooseRungs';
import { composePdf, type ComposePdfOptions, type PdfPage } from './composePdf';
import type { Rung } from './codeLadder';

/** A developed page in all the ways that it can be coded in, the best first. */
export interface PdfLadder extends Omit<PdfPage, 'coded'> {
  readonly rungs: readonly Rung[];
}

export interface ComposedWithin {
  /** null when no way fits */
  readonly bytes: Uint8Array<ArrayBuffer> | null;
  /** the smallest that there can be, where no way fits */
  readonly least?: number;
  /** of the page that lost most, 0 to 1 */
  readonly loss: number;
}

/**
 * Makes one PDF that is never larger than a limit: of all that fit, one whose pages read best.
 *
 * @param mostBytes of the whole file
 * @throws RangeError as composePdf
 */
export async function composeWithin(
  pages: readonly PdfLadder[],
  mostBytes: number,
  options: ComposePdfOptions,
): Promise<ComposedWithin> {
  const compose = (chosen: readonly number[]) =>
    composePdf(
      pages.map(({ rungs, ...page }, i) => ({ ...page, coded: rungs[chosen[i]].coded })),
      options,
    );
  const ladders = pages.map(({ rungs }) => rungs);
  const streams = (chosen: readonly number[]) =>
    chosen.reduce((sum, rung, page) => sum + ladders[page][rung].bytes, 0);
  let chosen = ladders.map(() => 0);
  let bytes = await compose(chosen);
  // What is not a page's streams differs from choice to choice by a few bytes only.
  while (bytes.length > mostBytes) {
    const around = bytes.length - streams(chosen);
    const next = chooseRungs(ladders, Math.min(mostBytes - around, streams(chosen) - 1));
    if (!next) return leastOrNone();
    chosen = next;
    bytes = await compose(chosen);
  }
  return { bytes, loss: lossOf(chosen) };

  function lossOf(rungs: readonly number[]): number {
    return Math.max(...rungs.map((rung, page) => ladders[page][rung].loss));
  }

  /** The smallest that there is may still fit by those few bytes. */
  async function leastOrNone(): Promise<ComposedWithin> {
    const lowest = ladders.map((ladder) => ladder.length - 1);
    const least = await compose(lowest);
    if (least.length <= mostBytes) return { bytes: least, loss: lossOf(lowest) };
    return { bytes: null, least: least.length, loss: 1 };
  }
}
