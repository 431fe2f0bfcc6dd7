/** Bytes a word. */
const WORD = 4;

/**
 * Goes through the indexes of a mask's bytes that are not 0, in their order. Most of a page's masks is empty: it is
 * passed over four bytes at a time.
 *
 * @param mask not changed meanwhile
 */
export function forEachSet(mask: Uint8Array, visit: (i: number) => void): void {
  const aligned = mask.byteOffset % WORD === 0 ? mask : mask.slice();
  const words = new Uint32Array(aligned.buffer, aligned.byteOffset, Math.floor(mask.length / WORD));
  for (let word = 0; word < words.length; word++) {
    if (words[word] === 0) continue;
    for (let i = word * WORD; i < (word + 1) * WORD; i++) if (aligned[i] !== 0) visit(i);
  }
  for (let i = words.length * WORD; i < mask.length; i++) if (mask[i] !== 0) visit(i);
}
