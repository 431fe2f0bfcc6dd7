import { sayStretch } from './sayTime';

const [minute, hour, day] = [60_000, 3600_000, 24 * 3600_000];

it.each([
  [0, 'less than a minute'],
  [minute - 1, 'less than a minute'],
  [9 * minute, '9 min'],
  [hour, '1 h'],
  [3 * hour + 9.9 * minute, '3 h 9 min'],
  [day - 1, '23 h 59 min'],
  [day, '1 day'],
  [2.9 * day, '2 days'],
])('%d ms is %s', (ms, words) => expect(sayStretch(ms)).toBe(words));
