import { kernels } from '../kernels/kernels';

/**
 * A mask of the bytes that are at least `least`.
 *
 * @param mark what the mask has there; 0 elsewhere @default 1
 */
export function atLeast(plane: Uint8Array, least: number, mark = 1): Uint8Array {
  const quick = kernels();
  if (!quick) return atLeastPlainly(plane, least, mark);
  const [from, to] = quick.room(plane.length, plane.length);
  quick.bytes(from, plane.length).set(plane);
  quick.atLeast(from, least, mark, plane.length, to);
  return quick.bytes(to, plane.length).slice();
}

/** The reference for the kernel: the same bytes. */
export function atLeastPlainly(plane: Uint8Array, least: number, mark = 1): Uint8Array {
  return plane.map((value) => (value >= least ? mark : 0));
}
