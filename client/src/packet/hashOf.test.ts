import { Blob as WholeBlob } from 'node:buffer';
import { createHash } from 'node:crypto';
import { hashOf } from './hashOf';

/** The test page's own Blob cannot be read. */
const blobOf = (part: string | Uint8Array) => new WholeBlob([part]) as unknown as Blob;

const OF_ABC = 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad';

describe('hashOf', () => {
  const own = Object.getOwnPropertyDescriptor(globalThis, 'crypto');
  afterEach(() => {
    if (own) Object.defineProperty(globalThis, 'crypto', own);
  });

  it('is the SHA-256 that everybody knows, also where the browser has none of its own', async () => {
    Object.defineProperty(globalThis, 'crypto', { value: {}, configurable: true });
    expect(await hashOf(blobOf('abc'))).toBe(OF_ABC);
  });

  it('is the same for a photo of several chunks as for all of it at once', async () => {
    const bytes = Buffer.alloc(2_500_000, 'Skerry Point');
    Object.defineProperty(globalThis, 'crypto', { value: {}, configurable: true });
    const inChunks = await hashOf(blobOf(bytes));
    expect(inChunks).toBe(createHash('sha256').update(bytes).digest('hex'));
  });
});
