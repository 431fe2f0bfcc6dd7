import { outOfFocus, sameBytes, writtenPage } from '../../testing/pictures';
import type { Rgba } from '../raster/image';
import { clean, LOOKS } from './clean';
import { inkAtScale } from './inkAtScale';
import { INK_CLASSES, logitByte } from './inkLikelihood';
import { inkNet } from './inkNet';
import { paperMap } from './paperMap';
import { softness } from './softness';

const big = { width: 1240, height: 1754 };
const sharp = writtenPage(big);
const soft = outOfFocus(sharp, 7);

/** Of the places where there is ink on the sharp page: the share for which something holds. */
function shareOfInk(holds: (x: number, y: number) => boolean): number {
  let [all, held] = [0, 0];
  for (let y = 0; y < big.height; y += 3) {
    for (let x = 0; x < big.width; x += 3) {
      if (sharp.data[(y * big.width + x) * 4] > 100) continue;
      all++;
      if (holds(x, y)) held++;
    }
  }
  return held / all;
}

const seenOf = (page: Rgba) => inkAtScale(page, paperMap(page), softness(page, 2));

describe('what the net sees at the scale of the strokes', () => {
  it('is what it sees at its own where they are in focus', () => {
    const paper = paperMap(sharp);
    const [seen, fine] = [inkAtScale(sharp, paper, softness(sharp, 2)), inkNet(sharp, paper)];
    for (const name of INK_CLASSES) expect(sameBytes(seen[name], fine[name])).toBe(true);
  });

  it('is more of the strokes where they are not', () => {
    const [seen, fine] = [seenOf(soft), inkNet(soft, paperMap(soft))].map(({ ink, width }) =>
      shareOfInk((x, y) => ink[(y >> 1) * width + (x >> 1)] >= logitByte(0.5)),
    );
    expect(fine).toBeLessThan(0.75);
    expect(seen).toBeGreaterThan(0.9);
  });

  it('takes no more for unwanted than it does from near: soft letters look like holes from afar', () => {
    const [seen, fine] = [seenOf(soft), inkNet(soft, paperMap(soft))];
    expect(seen.unwanted.every((value, i) => value <= fine.unwanted[i])).toBe(true);
  });

  it('has the size of the page’s cells, also where that is odd', () => {
    const page = outOfFocus(writtenPage({ width: 1237, height: 1403 }), 9);
    const seen = seenOf(page);
    expect([seen.width, seen.height, seen.ink.length]).toEqual([619, 702, 619 * 702]);
  });

  it.each(LOOKS.filter((look) => look !== 'as-shot'))('leaves soft strokes on the page in %s', (look) => {
    const { data } = clean(soft, look);
    expect(shareOfInk((x, y) => data[(y * big.width + x) * 4] < 191)).toBeGreaterThan(0.9);
  });
});
