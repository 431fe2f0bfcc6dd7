/*
 * The few loops in which nearly all time goes, in AssemblyScript with SIMD. Each is the twin of a plain TypeScript
 * function in core/src, which stays as reference and fallback, and gives the same bits. Memory is the caller's: every
 * argument named after a thing is the address of its first byte, 16-aligned.
 */
export { boxMean } from './boxMean';
export { sumBlocks } from './sumBlocks';
export { opponentPlanes } from './opponentPlanes';
export { ridges } from './ridges';
export { vote } from './vote';
export { resample } from './resample';
export { convolve3 } from './convolve';
export { addDoubled, mixCells, separable3 } from './separable';
export { inkNetRow, spreadLogits } from './inkNet';
export {
  addCapped,
  binomialRow,
  darknessRow,
  liftRow,
  peakRow,
  reaches,
  atLeast,
  eitherOf,
  spreadRow,
  stepSums,
  tallestRow,
  widenRow,
  widestRow,
} from './clean';
export { codeOneBit } from './codeOneBit';
export { smooth, addToTensor, edgeField, larger, smaller } from './edges';

/** Where free memory begins. */
export function freeFrom(): usize {
  return __heap_base;
}
