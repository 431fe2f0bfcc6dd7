import { randomInt } from 'node:crypto';
import { CODE_ALPHABET, CODE_LENGTH } from '@ravlo/contract';

/** A new code that nobody mistakes for another when it is typed off a screen: of a class, or to pair a phone. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, () => CODE_ALPHABET[randomInt(CODE_ALPHABET.length)]).join('');
