import { checkPage, findPage, flatten, PAGE_DPI, turnQuarter } from '@ravlo/core';
import { decodePhoto } from '@ravlo/codec';
import { perPhoto, since } from './report';

/** `check PHOTO...`: can it be read, and if not, why? */
export async function check(photos: readonly string[]): Promise<void> {
  for (const file of photos) {
    await perPhoto(file, async () => {
      const { image, focal } = await decodePhoto(file);
      const start = performance.now();
      const { outline, turn } = findPage(image, { focal });
      const flat = flatten(image, outline.quad, { dpi: PAGE_DPI, bows: outline.bows, focal });
      const { word, legibility, reasons } = checkPage(turnQuarter(flat.image, turn), {
        ...image,
        outline: outline.quad,
      });
      return {
        file,
        verdict: word,
        legibility: round(legibility),
        reasons: reasons.map(({ kind, says, fix, value, place }) => ({
          kind,
          says,
          fix,
          value: round(value),
          place: place?.map(round) ?? null,
        })),
        ms: since(start),
      };
    });
  }
}

const round = (value: number) => Math.round(value * 1000) / 1000;
