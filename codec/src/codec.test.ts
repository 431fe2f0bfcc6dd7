import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { decodePhoto } from './codec';

let dir: string;
beforeAll(async () => {
  dir = await mkdtemp(path.join(tmpdir(), 'ravlo-codec-'));
});
afterAll(() => rm(dir, { recursive: true, force: true }));

async function photoWith(exif: Record<string, string>): Promise<string> {
  const file = path.join(dir, `${Object.values(exif).join()}.jpg`);
  await sharp({ create: { width: 360, height: 240, channels: 3, background: '#ccc' } })
    .withExif({ IFD2: exif })
    .jpeg()
    .toFile(file);
  return file;
}

describe('decodePhoto', () => {
  it('reads the focal length and gives it in the image’s pixels', async () => {
    // A 36 x 24 mm frame is 360 x 240 pixels here: ten to the millimetre.
    const { focal } = await decodePhoto(await photoWith({ FocalLengthIn35mmFilm: '26' }));
    expect(focal).toBeCloseTo(260, 6);
  });

  const useless: Record<string, string>[] = [
    { FocalLengthIn35mmFilm: '0' },
    { FocalLengthIn35mmFilm: '5000' },
    { Flash: '0' },
  ];
  it.each(useless)('does without where EXIF says nothing of use: %j', async (exif) => {
    expect((await decodePhoto(await photoWith(exif))).focal).toBeUndefined();
  });

  it('refuses what is no photo with a plain message', async () => {
    const file = path.join(dir, 'drawing.tiff');
    await sharp({ create: { width: 8, height: 8, channels: 3, background: '#ccc' } })
      .tiff()
      .toFile(file);
    await expect(decodePhoto(file)).rejects.toThrow('not a photo that Ravlo reads');
  });
});
