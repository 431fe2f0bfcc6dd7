import { sharedFiles } from './sharedFiles';

/** A browser's cache, as far as shared photos need it. */
function fakeCaches() {
  const kept = new Map<string, { readonly headers: Headers; readonly blob: () => Promise<Blob> }>();
  const cache = {
    keys: async () => [...kept.keys()].map((url) => ({ url })),
    match: async ({ url }: { url: string }) => kept.get(url),
    delete: async ({ url }: { url: string }) => kept.delete(url),
  };
  const share = (url: string, bytes: string, name?: string) => {
    const headers = new Headers({ 'Content-Type': 'image/jpeg' });
    if (name) headers.set('Ravlo-Name', encodeURIComponent(name));
    kept.set(url, { headers, blob: async () => new Blob([bytes], { type: 'image/jpeg' }) });
  };
  return { caches: { open: async () => cache } as unknown as CacheStorage, kept, share };
}

afterEach(() => void delete (globalThis as { caches?: unknown }).caches);

describe('photos that another app has shared', () => {
  it('come in the order in which they were shared, under their own names', async () => {
    const { caches, share } = fakeCaches();
    globalThis.caches = caches;
    share('/shared/2-000', 'third', 'Seite drei, ä.jpg');
    share('/shared/1-001', 'second');
    share('/shared/1-000', 'first', 'one.jpg');
    const { files } = await sharedFiles();
    expect(files.map(({ name }) => name)).toEqual(['one.jpg', 'photo', 'Seite drei, ä.jpg']);
    expect(files.map(({ type }) => type)).toEqual(Array(3).fill('image/jpeg'));
    expect(files.map(({ size }) => size)).toEqual([5, 6, 5]);
  });

  it('stay until they are let go, and what was shared meanwhile stays then', async () => {
    const { caches, share, kept } = fakeCaches();
    globalThis.caches = caches;
    share('/shared/1-000', 'first', 'one.jpg');
    const { forget } = await sharedFiles();
    expect(kept.size).toBe(1);
    share('/shared/2-000', 'second', 'two.jpg');
    await forget();
    expect([...kept.keys()]).toEqual(['/shared/2-000']);
  });

  it('are none where a browser has no such store', async () => {
    const { files, forget } = await sharedFiles();
    expect(files).toEqual([]);
    await forget();
  });
});
