import { sayBytes, sayPages } from './sayBytes';
import { sayWhen } from './sayWhen';

describe('sayBytes', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [312_400, '312 KB'],
    [999_600, '1.0 MB'],
    [4_100_000, '4.1 MB'],
  ])('%d', (bytes, words) => expect(sayBytes(bytes)).toBe(words));

  it('counts one page as one', () => expect([sayPages(1), sayPages(3)]).toEqual(['1 page', '3 pages']));
});

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
