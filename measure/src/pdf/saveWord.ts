import sharp from 'sharp';
import type { Rgba } from '@ravlo/core';
import { greyOf } from '../clean/baselines';

const [WIDTH, HEIGHT] = [130, 60];
const LARGER = 6;

/** A word of a page as a reader shows it, six times as large: in layers, and as a JPEG below. */
export async function saveWord(file: string, layered: Rgba, jpeg: Rgba): Promise<void> {
  const box = darkestBox(layered);
  const [above, below] = await Promise.all([layered, jpeg].map((page) => enlarged(page, box)));
  const create = {
    width: WIDTH * LARGER,
    height: 2 * HEIGHT * LARGER + 12,
    channels: 3,
    background: '#f6f2ea',
  } as const;
  await sharp({ create })
    .composite([
      { input: above, left: 0, top: 0 },
      { input: below, left: 0, top: HEIGHT * LARGER + 12 },
    ])
    .jpeg({ quality: 88 })
    .toFile(file);
}

/** Where a box holds most ink: tried in steps. */
function darkestBox(page: Rgba): { left: number; top: number } {
  const grey = greyOf(page);
  let best = { left: 0, top: 0, ink: -1 };
  for (let top = 100; top + HEIGHT < page.height - 100; top += 12) {
    for (let left = 100; left + WIDTH < page.width - 100; left += 24) {
      let ink = 0;
      for (let y = top; y < top + HEIGHT; y += 3) {
        for (let x = left; x < left + WIDTH; x += 3) ink += 255 - grey[y * page.width + x];
      }
      if (ink > best.ink) best = { left, top, ink };
    }
  }
  return best;
}

function enlarged(
  { width, height, data }: Rgba,
  { left, top }: { left: number; top: number },
): Promise<Buffer> {
  return sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .extract({ left, top, width: WIDTH, height: HEIGHT })
    .resize(WIDTH * LARGER, HEIGHT * LARGER, { kernel: 'nearest' })
    .png()
    .toBuffer();
}
