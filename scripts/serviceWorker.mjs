// Makes the exported client's offline worker: the whole app lies in the browser after the first visit, and opens with the server gone.
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { generateSW } from 'workbox-build';

const dist = fileURLToPath(new URL('../client/dist', import.meta.url));

/** Photos that were looked at: the same name as in client/src/packet/photoCache.ts. */
const PHOTOS = { cacheName: 'ravlo-photos', maxEntries: 150, maxAgeSeconds: 60 * 24 * 3600 };

const { count, size, warnings } = await generateSW({
  globDirectory: dist,
  globPatterns: ['**/*'],
  // What the app never asks for when it runs, and what is for trying things out.
  globIgnores: ['**/*.map', 'metadata.json', 'sw.js', 'flatbed/**', 'practice/**'],
  swDest: path.join(dist, 'sw.js'),
  importScripts: ['/take-shared.js'],
  inlineWorkboxRuntime: true,
  sourcemap: false,
  maximumFileSizeToCacheInBytes: 20_000_000,
  // Files with a hash in their name never change: the hash need not be asked for again.
  dontCacheBustURLsMatching: /[.-][0-9a-f]{32}\./,
  // The first visit is looked after as well; a new version waits until it is told to take over.
  clientsClaim: true,
  skipWaiting: false,
  cleanupOutdatedCaches: true,
  navigateFallback: '/index.html',
  navigateFallbackDenylist: [/^\/api\//, /^\/pair(\?|$)/, /^\/ravlo-authority/],
  runtimeCaching: [
    {
      urlPattern: /\/api\/photos\//,
      handler: 'CacheFirst',
      options: {
        cacheName: PHOTOS.cacheName,
        expiration: {
          maxEntries: PHOTOS.maxEntries,
          maxAgeSeconds: PHOTOS.maxAgeSeconds,
          purgeOnQuotaError: true,
        },
        cacheableResponse: { statuses: [200] },
      },
    },
  ],
});
for (const warning of warnings) console.warn(warning);
console.log(`The app works offline: ${count} files, ${(size / 1e6).toFixed(1)} MB.`);
