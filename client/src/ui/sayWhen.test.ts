import { sayWhen } from './sayWhen';

describe('sayWhen', () => {
  const now = new Date(2026, 10, 24, 14, 30);
  it.each([
    [new Date(2026, 10, 24, 9, 5), '09:05'],
    [new Date(2026, 10, 23, 23, 59), 'yesterday'],
    [new Date(2026, 10, 19, 12), 'Thu'],
    [new Date(2026, 10, 3), '3 Nov'],
    [new Date(2025, 0, 3), '3 Jan 2025'],
  ])('%s', (then, words) => expect(sayWhen(then.toISOString(), now)).toBe(words));
});
