import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { build } from 'esbuild';
import sharp from 'sharp';
import { pageDigests, type PageDigests } from './support/pageDigests';
import { demoPhoto } from './support/steps';

/** The worker's whole code in one script. */
async function workerScript(): Promise<string> {
  const entry = fileURLToPath(new URL('support/pageDigestsWorker.ts', import.meta.url));
  const { outputFiles } = await build({ entryPoints: [entry], bundle: true, write: false, format: 'iife' });
  return outputFiles[0].text;
}

test('a browser’s worker and Node make the same pages, byte for byte', async ({ page: browser }) => {
  const script = await workerScript();
  // An empty page of an address that browsers trust: hashing needs that.
  const empty = 'http://localhost/empty';
  await browser.route(empty, (route) => route.fulfill({ contentType: 'text/html', body: '' }));
  await browser.goto(empty);
  for (const name of ['tides-week-3', 'twelfths-dim'] as const) {
    const { data, info } = await sharp(demoPhoto(name))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { width, height } = info;
    const inNode = await pageDigests({ width, height, data: new Uint8ClampedArray(data) });
    const inBrowser = await browser.evaluate(
      ({ source, packed, ...size }) =>
        new Promise<PageDigests>((resolve, reject) => {
          const worker = new Worker(URL.createObjectURL(new Blob([source])));
          worker.onmessage = ({ data: answer }: MessageEvent<{ digests: PageDigests; error?: string }>) =>
            answer.error ? reject(new Error(answer.error)) : resolve(answer.digests);
          worker.onerror = ({ message }) => reject(new Error(message));
          const pixels = Uint8Array.from(atob(packed), (letter) => letter.charCodeAt(0)).buffer;
          worker.postMessage({ ...size, pixels }, [pixels]);
        }),
      { source: script, packed: data.toString('base64'), width, height },
    );
    expect(inBrowser).toEqual(inNode);
  }
});
