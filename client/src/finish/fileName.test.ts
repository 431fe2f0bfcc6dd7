import fc from 'fast-check';
import { fileName } from './fileName';

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
