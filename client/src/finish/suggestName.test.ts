import { nextName, suggestName } from './suggestName';

const label = (text: string) =>
  ({ id: text, kind: 'label', turn: 0, x: 9, y: 9, text, size: 5, colour: 'ink' }) as const;

describe('suggestName', () => {
  it('takes the first label that says something', () => {
    const recipes = [{}, { notes: [label(' \n '), label('Problem 4,\n  tides')] }, { notes: [label('x')] }];
    expect(suggestName(recipes, 'Tides 3')).toBe('Problem 4, tides');
  });

  it('goes on from the name used last, and has none at first', () => {
    expect(suggestName([{}], 'Tarn_tides-09')).toBe('Tarn_tides-10');
    expect(suggestName([{}], null)).toBeNull();
  });
});

describe('nextName', () => {
  it.each([
    ['Tides, week 3', 'Tides, week 4'],
    ['Tides 3 of spring', 'Tides 4 of spring'],
    ['Passage log', 'Passage log 2'],
    ['log 09', 'log 10'],
    ['99', '100'],
  ])('%s: %s', (name, next) => expect(nextName(name)).toBe(next));
});
