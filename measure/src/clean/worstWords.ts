import path from 'node:path';
import sharp from 'sharp';
import { clean, type Rgba } from '@ravlo/core';
import { greyOf } from './baselines';
import { readCleanPage, type CleanPage } from './cleanPages';
import { inkOf } from './cleanScores';
import type { PageScore } from './scorePage';
import { lettersOf, lostLetters } from './strokeScores';

const CROP = { width: 300, height: 84 };
const GAP = 4;
const WORDS = 20;
/** No more words of one page than this: it would fill the picture. */
const A_PAGE = 3;

/** Saves a picture of the places where most letters are lost: the photo, Daylight and the truth side by side. */
export async function saveWorstWords(file: string, dir: string, rows: readonly PageScore[]): Promise<void> {
  const worst = [...rows].sort((a, b) => b.looks.daylight.lost - a.looks.daylight.lost).slice(0, WORDS);
  const tiles: { input: Buffer; left: number; top: number }[] = [];
  let row = 0;
  for (const { name } of worst) {
    const truth = await readCleanPage(path.join(dir, name));
    const shown = clean(truth.page, 'daylight');
    for (const [left, top] of worstPlaces(truth, shown)) {
      if (row >= WORDS) break;
      const y = row++ * (CROP.height + GAP);
      for (const [k, page] of [truth.page, shown, truthPage(truth)].entries()) {
        tiles.push({ input: await crop(page, left, top), left: k * (CROP.width + GAP), top: y });
      }
    }
  }
  const size = { width: 3 * CROP.width + 2 * GAP, height: Math.max(1, row) * (CROP.height + GAP) };
  await sharp({ create: { ...size, channels: 3, background: '#1C2326' } })
    .composite(tiles)
    .jpeg({ quality: 88 })
    .toFile(file);
}

/** Where lost letters are, in windows of a word's size, those with most first. */
function worstPlaces(truth: CleanPage, shown: Rgba): (readonly [left: number, top: number])[] {
  const { width, height } = truth.page;
  const lost = new Map<string, number>();
  for (const { middle } of lostLetters(lettersOf(truth), greyOf(shown))) {
    const i = middle[middle.length >> 1];
    const left = Math.floor((i % width) / CROP.width) * CROP.width;
    const top = Math.floor(Math.floor(i / width) / CROP.height) * CROP.height;
    const key = `${Math.min(left, width - CROP.width)} ${Math.min(top, height - CROP.height)}`;
    lost.set(key, (lost.get(key) ?? 0) + middle.length);
  }
  return [...lost]
    .sort((a, b) => b[1] - a[1])
    .slice(0, A_PAGE)
    .map(([key]) => key.split(' ').map(Number) as [number, number]);
}

function truthPage(truth: CleanPage): Rgba {
  const ink = inkOf(truth);
  const { width, height } = truth.page;
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < ink.length; i++) if (ink[i]) data.fill(0, i * 4, i * 4 + 3);
  return { width, height, data };
}

const crop = ({ width, height, data }: Rgba, left: number, top: number) =>
  sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .extract({ left, top, ...CROP })
    .png()
    .toBuffer();
