import './importMeta';
import encode, { init } from '@jsquash/jpeg/encode.js';
import { PDF_JPEG_OPTIONS, type Rgba } from '@ravlo/core';

/** Ships beside the app. */
const CODER = '/wasm/mozjpeg_enc.wasm';

let ready: Promise<void> | undefined;

/**
 * Codes the pictures of PDFs: not by the browser's own means, which differ from browser to browser, so that the same
 * pages give the same bytes everywhere.
 *
 * @param quality 1 to 100
 */
export async function encodePdfJpeg({ width, height, data }: Rgba, quality: number): Promise<Uint8Array> {
  ready ??= load().catch((reason: unknown) => {
    // The next page asks again.
    ready = undefined;
    throw reason;
  });
  await ready;
  return new Uint8Array(await encode(new ImageData(data, width, height), { ...PDF_JPEG_OPTIONS, quality }));
}

async function load(): Promise<void> {
  const response = await fetch(CODER);
  if (!response.ok) throw new Error(`The JPEG coder could not be fetched (${response.status})`);
  await init(await WebAssembly.compile(await response.arrayBuffer()));
}
