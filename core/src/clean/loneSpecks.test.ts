import { loneSpecks } from './loneSpecks';
import { strokeRuns } from './strokeRuns';

const [width, height] = [160, 60];

/** Boxes of marks on a page: left, top, width, height. */
type Box = readonly [number, number, number, number];
const LINE: Box = [10, 30, 60, 3];
const I_DOT: Box = [40, 20, 3, 3];
const FAR: Box = [130, 20, 3, 3];

function specksOf(boxes: readonly Box[], mayBeGrain = true, isShown = true) {
  const plane = new Uint8Array(width * height);
  for (const [x, y, across, down] of boxes)
    for (let row = y; row < y + down; row++) plane.fill(200, row * width + x, row * width + x + across);
  const all = (y: number, out: Uint8ClampedArray) => y === 0 && out.fill(100);
  const runs = strokeRuns(plane, width, height, all, all);
  const specks = loneSpecks(runs, {
    ...{ width, height },
    isShown: () => isShown,
    mayBeGrain: () => mayBeGrain,
  });
  /** Whether the mark that begins at a box's corner is one. */
  return ([x, y]: Box) => {
    const run = [...runs.starts.subarray(0, runs.count)].indexOf(y * width + x);
    return specks?.[runs.roots[run]] === 1;
  };
}

it('are those that lie far from all strokes', () => {
  const isSpeck = specksOf([LINE, I_DOT, FAR]);
  expect([LINE, I_DOT, FAR].map(isSpeck)).toEqual([false, false, true]);
});

it('do not keep each other: two of them are no writing', () => {
  const beside: Box = [140, 24, 3, 3];
  const isSpeck = specksOf([LINE, FAR, beside]);
  expect([FAR, beside].map(isSpeck)).toEqual([true, true]);
});

it('are none where they are as dark as the strokes, or are not shown as it is', () => {
  expect(specksOf([LINE, FAR], false)(FAR)).toBe(false);
  expect(specksOf([LINE, FAR], true, false)(FAR)).toBe(false);
});
