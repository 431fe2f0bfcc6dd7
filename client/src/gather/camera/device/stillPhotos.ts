import { z } from 'zod';

/** What a browser offers for photos in the sensor's own size (W3C, "MediaStream Image Capture"). */
interface StillCamera {
  getPhotoCapabilities(): Promise<unknown>;
  takePhoto(settings?: { imageWidth?: number; imageHeight?: number }): Promise<Blob>;
}

const mostSchema = z.object({
  imageWidth: z.object({ max: z.number().positive() }),
  imageHeight: z.object({ max: z.number().positive() }),
});

/** A camera that has not answered by then will not, ms. */
const PATIENCE = 6000;

/** Photos of one track, larger than its moving picture. */
export interface StillPhotos {
  /** px on the longer side of the largest photo; null where the camera does not say */
  readonly longSide: Promise<number | null>;
  /**
   * @param least px on the longer side: less is no gain over the moving picture
   * @returns null where the camera promises one and cannot, or takes too long about it
   */
  take(least: number): Promise<Blob | null>;
}

/** True where photos can be larger than the moving picture: that may then be small, which is easier on the battery. */
export const hasStills = (): boolean => 'ImageCapture' in globalThis;

/** Null where the browser cannot take any. */
export function stillPhotosOf(track: MediaStreamTrack): StillPhotos | null {
  const { ImageCapture } = globalThis as { ImageCapture?: new (track: MediaStreamTrack) => StillCamera };
  if (!ImageCapture) return null;
  const camera = new ImageCapture(track);
  const most = camera
    .getPhotoCapabilities()
    .then((said) => mostSchema.safeParse(said).data ?? null)
    .catch(() => null);
  // Measured once: what a camera has given, it gives again, and the shutter need not wait for it.
  let isLarge = false;
  return {
    longSide: most.then((size) => size && Math.max(size.imageWidth.max, size.imageHeight.max)),
    async take(least) {
      const size = await most;
      const settings = size
        ? { imageWidth: size.imageWidth.max, imageHeight: size.imageHeight.max }
        : undefined;
      try {
        const photo = await within(PATIENCE, camera.takePhoto(settings));
        isLarge ||= photo !== null && (await longSideOf(photo)) >= least;
        return isLarge ? photo : null;
      } catch {
        return null;
      }
    },
  };
}

async function within<T>(ms: number, work: Promise<T>): Promise<T | null> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<null>((resolve) => (timer = setTimeout(() => resolve(null), ms)));
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}

async function longSideOf(photo: Blob): Promise<number> {
  const picture = await createImageBitmap(photo);
  const longSide = Math.max(picture.width, picture.height);
  picture.close();
  return longSide;
}
