import { pageDigests } from './pageDigests';

/** A browser's worker that takes one photo's pixels and answers with its digests, or with what went wrong. */
addEventListener(
  'message',
  ({ data }: MessageEvent<{ width: number; height: number; pixels: ArrayBuffer }>) => {
    const { width, height, pixels } = data;
    pageDigests({ width, height, data: new Uint8ClampedArray(pixels) }).then(
      (digests) => postMessage({ digests }),
      (reason: unknown) => postMessage({ error: String(reason) }),
    );
  },
);
