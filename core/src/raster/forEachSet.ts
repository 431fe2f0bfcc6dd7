import { inWords, WORD } from './inWords';

/**
 * Goes through the indexes of a mask's bytes that are not 0, in their order.
 *
 * @param mask not changed meanwhile
 */
export function forEachSet(mask: Uint8Array, visit: (i: number) => void): void {
  const { bytes, words } = inWords(mask);
  for (let word = 0; word < words.length; word++) {
    if (words[word] === 0) continue;
    for (let i = word * WORD; i < (word + 1) * WORD; i++) if (bytes[i] !== 0) visit(i);
  }
  for (let i = words.length * WORD; i < mask.length; i++) if (mask[i] !== 0) visit(i);
}
