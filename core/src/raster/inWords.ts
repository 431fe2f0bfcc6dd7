/** Bytes a word. */
export const WORD = 4;

/**
 * A mask's bytes, and the same bytes as words: most of a page's masks is empty, and is passed over a word at a time.
 * The last bytes make no word where their number is no multiple of it.
 */
export function inWords(mask: Uint8Array): { readonly bytes: Uint8Array; readonly words: Uint32Array } {
  const bytes = mask.byteOffset % WORD === 0 ? mask : mask.slice();
  return { bytes, words: new Uint32Array(bytes.buffer, bytes.byteOffset, Math.floor(bytes.length / WORD)) };
}
