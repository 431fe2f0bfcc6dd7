import { missingFields, nameFrom, namePatternSchema, type NamePattern } from './namePattern';

const pattern: NamePattern = {
  parts: ['surname', 'first-name', { words: 'coast' }, 'assignment', 'version'],
  separator: '_',
};

describe('a name by a pattern', () => {
  it('has its parts in order, with the sign between them', () => {
    const values = { surname: 'Tarn', 'first-name': 'Imke', assignment: 'Tides,  week 3', version: '1' };
    expect(nameFrom(pattern, values)).toBe('Tarn_Imke_coast_Tides-week-3_1');
    expect(nameFrom({ ...pattern, separator: ' ' }, values)).toBe('Tarn Imke coast Tides, week 3 1');
  });

  it('leaves out what has no value, and says what that is', () => {
    expect(nameFrom(pattern, { surname: 'Tarn', assignment: ' ' })).toBe('Tarn_coast');
    expect(missingFields(pattern, { surname: 'Tarn', assignment: ' ' })).toEqual([
      'first-name',
      'assignment',
      'version',
    ]);
  });

  it('is read back from what was kept, and refuses what is none', () => {
    expect(namePatternSchema.parse(JSON.parse(JSON.stringify(pattern)))).toEqual(pattern);
    expect(namePatternSchema.safeParse({ parts: ['shoe-size'], separator: '_' }).success).toBe(false);
    expect(namePatternSchema.safeParse({ parts: [], separator: '/' }).success).toBe(false);
  });
});
