import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import encode, { init } from '@jsquash/jpeg/encode.js';
import { PDF_JPEG_OPTIONS, type Rgba } from '@ravlo/core';

let ready: Promise<void> | undefined;

/** JPEG bytes of a picture: the same as in a browser. @param quality 1 to 100 */
export async function encodeJpeg({ width, height, data }: Rgba, quality: number): Promise<Uint8Array> {
  await (ready ??= load());
  const image = { width, height, data, colorSpace: 'srgb' as const };
  return new Uint8Array(await encode(image, { ...PDF_JPEG_OPTIONS, quality }));
}

async function load(): Promise<void> {
  const file = createRequire(import.meta.url).resolve('@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm');
  await init(await WebAssembly.compile(await readFile(file)));
}
