import fc from 'fast-check';
import { MOST_BRIEF_POINTS, readPoints, sayPoints, sayPointsInWords, tidy } from './points';

describe('readPoints', () => {
  it.each([
    ['7', 7],
    [' 7.5 ', 7.5],
    ['7,5', 7.5],
    ['7½', 7.5],
    ['7 ½', 7.5],
    ['½', 0.5],
    ['¾', 0.75],
    ['-1', -1],
    ['−1½', -1.5],
    ['+2', 2],
    ['.5', 0.5],
    ['0', 0],
    ['-0', 0],
  ])('takes %j for %d', (typed, points) => {
    expect(readPoints(typed)).toBe(points);
  });

  it.each([
    '',
    ' ',
    '-',
    '1e9',
    '1001',
    '7.123',
    '7.5½',
    'seven',
    '1 000',
    '1/2',
    '0x10',
    'Infinity',
    'NaN',
    '--1',
  ])('takes %j for no points', (typed) => {
    expect(readPoints(typed)).toBeNull();
  });

  it('reads what it says, and nothing outside what there is', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100_000, max: 100_000 }), (hundredths) => {
        const points = tidy(hundredths / 100);
        expect(readPoints(sayPoints(points))).toBe(points);
      }),
    );
    fc.assert(
      fc.property(fc.string(), (typed) => {
        const points = readPoints(typed);
        if (points !== null) expect(Math.abs(points)).toBeLessThanOrEqual(MOST_BRIEF_POINTS);
      }),
    );
  });
});

it('says one point, and several', () => {
  expect([1, -1, 2, 0.5, 0].map(sayPointsInWords)).toEqual([
    '1 point',
    '-1 point',
    '2 points',
    '0.5 points',
    '0 points',
  ]);
});
