import { fakeTrack } from '../../../../test/fakeTrack';
import { hasStills, stillPhotosOf } from './stillPhotos';

const { track } = fakeTrack({});
const photo = new Blob(['photo']);
const settings: unknown[] = [];
let bitmaps = 0;

/** A browser whose cameras give photos of this size, px on the longer side, or none. */
function browserWith(longSide: number | null, says: unknown = null) {
  const globals = globalThis as Record<string, unknown>;
  globals.ImageCapture = class {
    getPhotoCapabilities = async () => {
      if (says === null) throw new Error('UnknownError');
      return says;
    };
    takePhoto = async (wanted: unknown) => {
      settings.push(wanted);
      if (longSide === null) throw new Error('UnknownError');
      return photo;
    };
  };
  globals.createImageBitmap = async () => {
    bitmaps++;
    return { width: 30, height: longSide, close: () => undefined };
  };
}

afterEach(() => {
  const globals = globalThis as Record<string, unknown>;
  delete globals.ImageCapture;
  delete globals.createImageBitmap;
  settings.length = 0;
  bitmaps = 0;
});

describe('stillPhotosOf', () => {
  it('is nothing where the browser takes none', () => {
    expect(hasStills()).toBe(false);
    expect(stillPhotosOf(track)).toBeNull();
  });

  it('asks for the largest that the sensor has, and measures only the first', async () => {
    browserWith(4000, { imageWidth: { min: 100, max: 4000, step: 1 }, imageHeight: { min: 100, max: 3000 } });
    const stills = stillPhotosOf(track)!;
    expect(await stills.longSide).toBe(4000);
    expect(await stills.take(1920)).toBe(photo);
    expect(await stills.take(1920)).toBe(photo);
    expect(settings).toEqual(Array(2).fill({ imageWidth: 4000, imageHeight: 3000 }));
    expect(bitmaps).toBe(1);
  });

  it('takes one also where the camera says nothing of sizes', async () => {
    browserWith(3000);
    const stills = stillPhotosOf(track)!;
    expect(await stills.longSide).toBeNull();
    expect(await stills.take(1920)).toBe(photo);
    expect(settings).toEqual([undefined]);
  });

  it('gives none that is smaller than the moving picture, and none that fails', async () => {
    browserWith(640);
    expect(await stillPhotosOf(track)!.take(1920)).toBeNull();
    browserWith(null);
    expect(await stillPhotosOf(track)!.take(1920)).toBeNull();
  });

  it('does not wait for ever', async () => {
    browserWith(4000);
    const globals = globalThis as unknown as { ImageCapture: { prototype: object } };
    const Hanging = class extends (globals.ImageCapture as unknown as new () => object) {
      takePhoto = () => new Promise<Blob>(() => undefined);
    };
    (globalThis as Record<string, unknown>).ImageCapture = Hanging;
    jest.useFakeTimers();
    try {
      const taken = stillPhotosOf(track)!.take(1920);
      await jest.advanceTimersByTimeAsync(7000);
      expect(await taken).toBeNull();
    } finally {
      jest.useRealTimers();
    }
  });
});
