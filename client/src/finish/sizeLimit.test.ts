import fc from 'fast-check';
import { readSize, SIZE_UNITS, writeSize, type SizeUnit } from './sizeLimit';

describe('a size limit', () => {
  it.each<[string, SizeUnit, number | null]>([
    ['2', 'MB', 2_000_000],
    ['1,5', 'MB', 1_500_000],
    ['0.29', 'MB', 290_000],
    ['300', 'KB', 300_000],
    ['1', 'bytes', 1],
    ['0', 'KB', null],
    ['0.4', 'bytes', null],
    ['-3', 'KB', null],
    ['two', 'MB', null],
    ['', 'MB', null],
    ['5000', 'MB', null],
  ])('%s %s is %p bytes', (text, unit, bytes) => expect(readSize(text, unit)).toBe(bytes));

  it('is read back as it is written', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (bytes) => {
        const { text, unit } = writeSize(bytes);
        expect(readSize(text, unit)).toBe(bytes);
      }),
    );
    expect(writeSize(1_500_000)).toEqual({ text: '1.5', unit: 'MB' });
    expect(Object.keys(SIZE_UNITS)).toEqual(['bytes', 'KB', 'MB']);
  });
});
