import { attemptKey, attemptKeySchema } from './handOver';
import { sayEarly, sayStretch, sayTimeLeft } from './sayTime';

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

it.each([
  [{ phase: 'always' } as const, 'any time'],
  [{ phase: 'open', left: 3 * hour + 9 * minute } as const, 'in 3 h 9 min'],
  [{ phase: 'late', late: 2 * day, left: null } as const, '2 days late'],
  [{ phase: 'late', late: hour, left: 30 * minute } as const, '1 h late, taken for 30 min more'],
  [{ phase: 'closed', since: day } as const, 'closed 1 day ago'],
])('%j is said as “%s”', (time, words) => expect(sayTimeLeft(time)).toBe(words));

it('one handing over has one key, the next attempt another', () => {
  const brief = '00000000-0000-4000-8000-000000000001';
  const [first, other] = ['a'.repeat(64), 'b'.repeat(64)];
  const key = attemptKey(brief, 1, first);
  expect(attemptKeySchema.parse(key)).toBe(attemptKey(brief, 1, first));
  expect(new Set([key, attemptKey(brief, 2, first), attemptKey(brief, 1, other)]).size).toBe(3);
});

it.each([
  [3 * hour + 8 * minute, '3 h 8 min early'],
  [0, 'Less than a minute early'],
  [-1, 'Less than a minute late'],
  [-2 * day, '2 days late'],
])('what comes %d ms before its due time is “%s”', (before, words) => {
  const due = Date.parse('2026-03-09T17:00:00.000Z');
  expect(sayEarly(new Date(due).toISOString(), new Date(due - before).toISOString())).toBe(words);
});
