import sharp from 'sharp';
import type { Rgba } from '@ravlo/core';

/** A photo as it comes out of a JPEG file, as every photo does. @param quality 1 to 100 */
export async function throughJpeg({ width, height, data }: Rgba, quality: number): Promise<Rgba> {
  const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality })
    .toBuffer();
  const raw = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { width, height, data: new Uint8ClampedArray(raw) };
}
