import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { PDF_JPEG_OPTIONS, type Rgba } from '@ravlo/core';

type Encode = (typeof import('@jsquash/jpeg/encode.js'))['default'];

let ready: Promise<Encode> | undefined;

/** JPEG bytes of a picture: the same as in a browser. @param quality 1 to 100 */
export async function encodeJpeg({ width, height, data }: Rgba, quality: number): Promise<Uint8Array> {
  const encode = await (ready ??= load());
  const image = { width, height, data, colorSpace: 'srgb' as const };
  return new Uint8Array(await encode(image, { ...PDF_JPEG_OPTIONS, quality }));
}

/** The coder is brought in when it is first needed: most commands code no JPEG. */
async function load(): Promise<Encode> {
  const { default: encode, init } = await import('@jsquash/jpeg/encode.js');
  const file = createRequire(import.meta.url).resolve('@jsquash/jpeg/codec/enc/mozjpeg_enc.wasm');
  await init(await WebAssembly.compile(await readFile(file)));
  return encode;
}
