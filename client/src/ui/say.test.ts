import { fileName } from '@/finish/fileName';
import { outlineRemark } from '@/table/outlineRemark';
import fc from 'fast-check';
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

describe('fileName', () => {
  it('takes out what no system allows and keeps the rest', () => {
    expect(fileName('Tarn: tides 3/4 “week” ')).toBe('Tarn- tides 3-4 “week”');
    expect(fileName('...')).toBe('pages');
  });

  it('is always something that can stand on a file', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (name) => {
        const file = fileName(name);
        expect(file.length).toBeGreaterThan(0);
        expect(file.length).toBeLessThanOrEqual(100);
        expect(file).not.toMatch(/[\\/:*?"<>|\n]|^\.|\.$/);
      }),
    );
  });
});

describe('outlineRemark', () => {
  const corners: [[number, number], [number, number], [number, number], [number, number]] = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  it('points only at what needs a look', () => {
    expect(outlineRemark({ by: 'finder', corners, confidence: 0.97 })).toBeNull();
    expect(outlineRemark({ by: 'finder', corners, confidence: 0.5 })).toBe('Check its edges');
    expect(outlineRemark({ by: 'whole', reason: 'none-found' })).toBe('No sheet found');
    expect(outlineRemark({ by: 'whole', reason: 'chosen' })).toBeNull();
    expect(outlineRemark({ by: 'whole', reason: 'all-sheet' })).toBeNull();
    expect(outlineRemark({ by: 'hand', corners })).toBeNull();
  });
});
