import { MAGIC } from './darkness';
import { INK_CLASSES, LOGIT_SCALE } from './inkLikelihood';

/**
 * Logits of two by two pixels a cell as bytes, a plane a class: the reference for the kernel `spreadLogits`, with 32-bit floats as
 * it has.
 */
export function spreadLogitsPlainly(
  cells: Float32Array,
  count: number,
  planes: Uint8Array,
  y: number,
  width: number,
  height: number,
): void {
  const f = Math.fround;
  for (let x = 0, at = 0; x < count; x++) {
    for (let c = 0; c < INK_CLASSES.length; c++) {
      for (let k = 0; k < 4; k++, at++) {
        const value = Math.min(255, Math.max(0, f(f(cells[at] * LOGIT_SCALE) + 128)));
        planes[c * width * height + (2 * y + (k >> 1)) * width + 2 * x + (k & 1)] = f(value + MAGIC) - MAGIC;
      }
    }
  }
}
