/**
 * Photos that were looked at lately, kept in this browser so that they can be looked at and developed without the server. The
 * offline worker puts them here as they are fetched (scripts/serviceWorker.mjs has the same name, and the bound).
 */
const PHOTOS = 'ravlo-photos';

/** Keeps a photo that has just gone up: it was never fetched, and may be wanted when the server is away. */
export async function keepPhoto(url: string, photo: Blob): Promise<void> {
  try {
    const headers = { 'Content-Type': photo.type || 'image/jpeg', 'Content-Length': String(photo.size) };
    await (await caches.open(PHOTOS)).put(url, new Response(photo, { headers }));
  } catch {
    // Without a store for it (plain http, a private window) it is fetched again when it is wanted.
  }
}

export interface KeptPhotosSize {
  readonly count: number;
  readonly bytes: number;
}

export async function sizeOfKeptPhotos(): Promise<KeptPhotosSize> {
  try {
    const cache = await caches.open(PHOTOS);
    const kept = await cache.keys();
    const sizes = await Promise.all(
      kept.map(async (request) => Number((await cache.match(request))?.headers.get('Content-Length') ?? 0)),
    );
    return { count: kept.length, bytes: sizes.reduce((sum, size) => sum + size, 0) };
  } catch {
    return { count: 0, bytes: 0 };
  }
}

/** Lets go of them: the server has them all. */
export async function clearKeptPhotos(): Promise<void> {
  try {
    await caches.delete(PHOTOS);
  } catch {
    // There was nothing.
  }
}
