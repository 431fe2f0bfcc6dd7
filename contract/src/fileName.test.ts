import fc from 'fast-check';
import { fileName, versionedName } from './fileName';

describe('fileName', () => {
  it.each([
    ['Tarn: tides 3/4 “week” ', 'Tarn- tides 3-4 “week”'],
    ['...', 'pages'],
    ['?*:', 'pages'],
    ['con', 'con-'],
    ['Con.pages', 'Con-.pages'],
    ['conch', 'conch'],
    ['جداول المد', 'جداول المد'],
    ['tides \u{1F30A}', 'tides \u{1F30A}'],
    ['a\u202egnp.exe', 'agnp.exe'],
    ['line one\nline two', 'line one line two'],
  ])('%j becomes %j', (name, file) => expect(fileName(name)).toBe(file));

  it('is always something that can stand on a file', () => {
    const anything = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 300 }),
      fc.string({
        unit: fc.constantFrom('\u{1F469}‍\u{1F393}', 'ش', 'e', '́', '.', ' ', '/'),
        maxLength: 300,
      }),
    );
    fc.assert(
      fc.property(anything, (name) => {
        const file = fileName(name);
        expect(file.length).toBeGreaterThan(0);
        expect(new TextEncoder().encode(`${file} 60.pdf`).length).toBeLessThanOrEqual(255);
        expect(file).not.toMatch(/[\\/:*?"<>|\p{Cc}]|^\s|\s$|^\.|\.$/u);
        // Cutting again changes nothing, and no letter is cut in two.
        expect(fileName(file)).toBe(file);
        expect(file).not.toMatch(/\p{Cs}/u);
      }),
    );
  });
});

describe('versionedName', () => {
  it('gives a number to what has a name already', () => {
    expect(versionedName('tides', [])).toBe('tides');
    expect(versionedName('Tides', ['tides'])).toBe('Tides 2');
    expect(versionedName('tides', ['tides', 'tides 2', 'log'])).toBe('tides 3');
  });
});
