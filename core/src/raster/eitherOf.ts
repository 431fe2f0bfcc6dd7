import { kernels } from '../kernels/kernels';

/**
 * A mask of what is set in either of two.
 *
 * @param mark what the mask has there; 0 elsewhere @default 1
 */
export function eitherOf(one: Uint8Array, other: Uint8Array, mark = 1): Uint8Array {
  const quick = kernels();
  if (!quick) return eitherPlainly(one, other, mark);
  const [a, b, to] = quick.room(one.length, one.length, one.length);
  quick.bytes(a, one.length).set(one);
  quick.bytes(b, one.length).set(other);
  quick.eitherOf(a, b, mark, one.length, to);
  return quick.bytes(to, one.length).slice();
}

/** The reference for the kernel: the same bytes. */
export function eitherPlainly(one: Uint8Array, other: Uint8Array, mark = 1): Uint8Array {
  return one.map((value, i) => (value !== 0 || other[i] !== 0 ? mark : 0));
}
