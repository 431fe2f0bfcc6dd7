import { sayBytes, sayPages } from './say';

describe('sayBytes', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [312_400, '312 KB'],
    [999_600, '1.0 MB'],
    [4_100_000, '4.1 MB'],
    [999_900_000, '999.9 MB'],
    [10_737_400_000, '10.7 GB'],
  ])('%d', (bytes, words) => expect(sayBytes(bytes)).toBe(words));

  it('counts one page as one', () => expect([sayPages(1), sayPages(3)]).toEqual(['1 page', '3 pages']));
});
