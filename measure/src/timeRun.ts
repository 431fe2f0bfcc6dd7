import { decodePhoto } from '@ravlo/codec';
import { develop, findOutline, findUpright, flatten, FULL_PAGE, PAGE_DPI } from '@ravlo/core';
import type { Comparison } from './comparison';
import type { MeasuredScene } from './scenes';
import { median } from './statistics';

export interface StepTime {
  readonly step: string;
  /** ms */
  readonly ours: number;
  /** ms; null where the library has no such step */
  readonly theirs: number | null;
}

const WARM_UP = 2;

function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

/** Times the steps on large photos, ours and the library's by turns; the first photos only warm both up. */
export async function runTimes(
  scenes: readonly MeasuredScene[],
  comparison: Comparison,
): Promise<StepTime[]> {
  const times = { find: [], upright: [], flatten: [], develop: [] } as Record<string, number[]>;
  const others = { find: [], flatten: [], develop: [] } as Record<string, number[]>;
  const order = [...scenes.slice(0, WARM_UP), ...scenes];
  for (const [i, { file, truth }] of order.entries()) {
    const { image } = await decodePhoto(file);
    const { corners } = truth;
    const [, findMs] = timed(() => findOutline(image));
    const [, otherFindMs] = timed(() => comparison.find(image));
    const [, flattenMs] = timed(() => flatten(image, corners, { dpi: PAGE_DPI }));
    const otherFlattenMs = comparison.warpMs(image, corners, FULL_PAGE.width, FULL_PAGE.height);
    const small = flatten(image, corners, { dpi: 100, longSide: 1170 }).image;
    const [, uprightMs] = timed(() => findUpright(small));
    const recipe = { outline: corners, turn: 0, look: 'daylight' } as const;
    const [, developMs] = timed(() => develop(image, recipe, { dpi: PAGE_DPI }));
    const [, otherDevelopMs] = timed(() =>
      comparison.develop(image, corners, FULL_PAGE.width, FULL_PAGE.height),
    );
    if (i < WARM_UP) continue;
    times.find.push(findMs);
    times.upright.push(uprightMs);
    times.flatten.push(flattenMs);
    times.develop.push(developMs);
    others.find.push(otherFindMs);
    others.flatten.push(otherFlattenMs);
    others.develop.push(otherDevelopMs);
  }
  return [
    { step: 'find', ours: median(times.find), theirs: median(others.find) },
    { step: 'upright', ours: median(times.upright), theirs: null },
    { step: 'flatten to A4, 200 dpi', ours: median(times.flatten), theirs: median(others.flatten) },
    { step: 'develop (flatten, Daylight)', ours: median(times.develop), theirs: median(others.develop) },
  ];
}
