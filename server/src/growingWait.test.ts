import fc from 'fast-check';
import { growingWait } from './growingWait';

const WAITS = { free: 5, first: 1000, last: 60_000 };

test('the first wrong tries are free, then every wait is longer, up to the last', () => {
  expect([0, 4, 5, 6, 7].map((wrong) => growingWait(wrong, WAITS))).toEqual([0, 0, 1000, 2000, 4000]);
  fc.assert(
    fc.property(fc.nat(5000), (wrong) => {
      const [now, next] = [growingWait(wrong, WAITS), growingWait(wrong + 1, WAITS)];
      return next >= now && next <= WAITS.last;
    }),
  );
});
