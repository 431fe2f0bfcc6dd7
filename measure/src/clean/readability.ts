import { spawnSync } from 'node:child_process';
import sharp from 'sharp';
import type { Rgba } from '@ravlo/core';

/**
 * The share of printed words that a general reading program (Tesseract, from the distribution) gets out of a page:
 * legibility from outside, knowing nothing of how Ravlo measures it.
 */
export async function readShare(page: Rgba, words: readonly string[]): Promise<number> {
  const { width, height, data } = page;
  const png = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .withMetadata({ density: 200 })
    .png({ compressionLevel: 2 })
    .toBuffer();
  const { stdout, error } = spawnSync('tesseract', ['-', '-', '--psm', '6', '-l', 'eng'], {
    input: png,
    encoding: 'utf8',
    env: { ...process.env, OMP_THREAD_LIMIT: '1' },
  });
  if (error) throw new Error('tesseract is wanted for this: apt-get install tesseract-ocr');
  const left = new Map<string, number>();
  for (const word of stdout.toLowerCase().match(/[a-z]{3,}/g) ?? [])
    left.set(word, (left.get(word) ?? 0) + 1);
  let met = 0;
  for (const word of words) {
    const count = left.get(word) ?? 0;
    if (count === 0) continue;
    left.set(word, count - 1);
    met++;
  }
  return met / words.length;
}
