/** Photos that another app of this device shared with Ravlo: put by in the browser (public/take-shared.js) until a packet has them. */
const SHARED = 'ravlo-shared';

export interface SharedFiles {
  readonly files: readonly File[];
  /** to be called when they are kept elsewhere */
  forget(): Promise<void>;
}

export async function sharedFiles(): Promise<SharedFiles> {
  if (typeof caches === 'undefined') return { files: [], forget: () => Promise.resolve() };
  const cache = await caches.open(SHARED);
  const kept = [...(await cache.keys())].sort((a, b) => a.url.localeCompare(b.url));
  const files: File[] = [];
  for (const request of kept) {
    const response = await cache.match(request);
    if (!response) continue;
    const name = decodeURIComponent(response.headers.get('Ravlo-Name') ?? '') || 'photo';
    const blob = await response.blob();
    files.push(new File([blob], name, { type: blob.type }));
  }
  return {
    files,
    forget: async () => {
      for (const request of kept) await cache.delete(request);
    },
  };
}
