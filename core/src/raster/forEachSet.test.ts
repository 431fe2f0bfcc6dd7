import fc from 'fast-check';
import { forEachSet } from './forEachSet';

describe('forEachSet', () => {
  it('visits what is set, in order, wherever in memory the mask begins', () => {
    const bytes = fc.uint8Array({ maxLength: 70 }).map((values) => values.map((v) => (v < 160 ? 0 : v)));
    fc.assert(
      fc.property(bytes, fc.nat(5), (values, skipped) => {
        const mask = values.subarray(Math.min(skipped, values.length));
        const visited: number[] = [];
        forEachSet(mask, (i) => visited.push(i));
        expect(visited).toEqual([...mask.keys()].filter((i) => mask[i] !== 0));
      }),
    );
  });
});
