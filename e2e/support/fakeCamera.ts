import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { renderSheet, sceneFromSeed } from '@ravlo/studio';
import { drawFrame, makeFilm, drawHand, createRandom } from '@ravlo/film';
import { CHROMIUM } from './chromium';

const SIZE = { width: 480, height: 640 };
/** Chromium plays a file of JPEG frames at this rate. */
const RATE = 30;
/** Every drawn frame is shown this often: half the drawing. */
const REPEAT = 2;
/** s that each sheet lies still: the file goes on in its own time, also where the machine has little of it. */
const REST = 7;
/** s of bare desk at the end: the file begins anew after it. */
const EMPTY_END = 60;

/** A film of sheets that are laid down and taken away one after the other, as a file for Chromium's fake camera. */
export async function filmOfSheets(count: number): Promise<{ file: string; remove: () => Promise<void> }> {
  const sheets = [];
  for (let i = 0; i < count; i++) {
    const { sheet } = sceneFromSeed(930_000 + i);
    sheets.push((await renderSheet({ ...sheet, width: 210, height: 297, ink: 'blue-pen' }, 3)).image);
  }
  const film = makeFilm('one-after-the-other', { sheets, hand: drawHand(), rest: REST }, createRandom(3));
  const frames: Buffer[] = [];
  for (let n = 0; n < (film.seconds * RATE) / REPEAT; n++) {
    const { data } = drawFrame(film, (n * REPEAT) / RATE, SIZE);
    const frame = await sharp(Buffer.from(data.buffer), { raw: { ...SIZE, channels: 4 } })
      .jpeg({ quality: 85 })
      .toBuffer();
    for (let k = 0; k < REPEAT; k++) frames.push(frame);
  }
  const last = frames[frames.length - 1];
  for (let n = 0; n < EMPTY_END * RATE; n++) frames.push(last);
  const dir = await mkdtemp(path.join(tmpdir(), 'ravlo-film-'));
  const file = path.join(dir, 'sheets.mjpeg');
  await writeFile(file, Buffer.concat(frames));
  return { file, remove: () => rm(dir, { recursive: true, force: true }) };
}

/** A camera that plays a file, and that may be used without asking, as Chromium's arguments. */
export const cameraArguments = (file: string): string[] => [
  '--use-fake-ui-for-media-stream',
  '--use-fake-device-for-media-stream',
  `--use-file-for-fake-video-capture=${file}`,
];

/** Chromium with such a camera. */
export const withCamera = (file: string) => ({
  ...CHROMIUM,
  args: [...CHROMIUM.args, ...cameraArguments(file)],
});
