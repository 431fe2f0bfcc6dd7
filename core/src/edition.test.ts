import { createHash } from 'node:crypto';
import { seededNormal, writtenPage } from '../testing/pictures';
import { LOOKS } from './clean/clean';
import { develop } from './develop';
import { CORE_EDITION } from './edition';
import type { Rgba } from './raster/image';
import type { Quad } from './geometry/quad';

/** What `developed` below gave when the number was set. */
const AS_OF_EDITION = '17 260d353b7b34a4b7';

const QUAD: Quad = [
  [31, 18],
  [790, 42],
  [801, 1150],
  [12, 1129],
];

/** A ruled page in uneven light, in pale blue, with grain: most of what cleaning knows has to do with it. */
function photo(): Rgba {
  const page = writtenPage({
    ink: [150, 160, 190],
    over: (_, y) => (y % 44 === 0 ? 200 : undefined),
  });
  const normal = seededNormal(5);
  const { width, height, data } = page;
  for (let i = 0; i < width * height; i++) {
    const light = 0.55 + (0.4 * (i % width)) / width;
    const grain = 2.5 * normal();
    for (let c = 0; c < 3; c++) data[4 * i + c] = Math.round(data[4 * i + c] * light + grain);
  }
  return page;
}

function developed(): string {
  const shot = photo();
  const hash = createHash('sha256');
  for (const look of LOOKS) {
    const recipe = { outline: QUAD, turn: 90, look } as const;
    const { image, verdict } = develop(shot, recipe, { dpi: 130, judges: look === 'as-shot' });
    hash.update(image.data).update(JSON.stringify(verdict));
  }
  return hash.digest('hex').slice(0, 16);
}

describe('the edition', () => {
  it('is a new one when pages come out otherwise: raise CORE_EDITION, and put down here what is told', () => {
    expect(`${CORE_EDITION} ${developed()}`).toBe(AS_OF_EDITION);
  });
});
