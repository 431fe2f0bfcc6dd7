import type { Quad } from '@ravlo/core';
import { asOneSheet, foundSchema } from '@ravlo/contract';
import { toCoreRecipe } from './toCoreRecipe';
import { toFound } from './toFound';

const corners: Quad = [
  [10, 12],
  [90, 11],
  [92, 140],
  [9, 141],
];
const bow = [0, 1, 2, 0] as const;
const ALONE = { isThroughWriting: false, isTurnUnsure: false, further: [], spread: null };

it('what was found is a recipe’s outline, and comes back as what core takes', () => {
  const bows = [bow, bow, bow, bow] as const;
  const found = toFound({ corners, bows, confidence: 0.9, isAllSheet: false, turn: 90, ...ALONE });
  expect(foundSchema.parse(found)).toEqual(found);
  expect(toCoreRecipe({ ...found, look: 'pen' })).toEqual({ outline: corners, bows, turn: 90, look: 'pen' });
});

it('where no sheet was found the whole photo is the page, and it is said why', () => {
  const none = { corners: null, bows: null, confidence: 0, turn: 0, ...ALONE } as const;
  expect(toFound({ ...none, isAllSheet: true }).outline).toEqual({ by: 'whole', reason: 'all-sheet' });
  expect(toFound({ ...none, isAllSheet: false }).outline).toEqual({ by: 'whole', reason: 'none-found' });
  expect(toFound({ ...none, isAllSheet: false, isThroughWriting: true }).outline).toEqual({
    by: 'whole',
    reason: 'through-writing',
  });
});

it('an open book’s pages are two outlines, and each knows both as one sheet', () => {
  const right: Quad = [corners[1], [170, 12], [171, 141], corners[2]];
  const both: Quad = [corners[0], right[1], right[2], corners[3]];
  const found = toFound({
    corners,
    bows: null,
    confidence: 0.9,
    isAllSheet: false,
    turn: 0,
    isThroughWriting: false,
    isTurnUnsure: false,
    further: [{ corners: right, bows: null, confidence: 0.8 }],
    spread: both,
  });
  expect(foundSchema.parse(found)).toEqual(found);
  expect(found.further).toEqual([{ by: 'finder', corners: right, confidence: 0.8, spread: both }]);
  expect(asOneSheet(found.outline)).toEqual({ by: 'hand', corners: both });
});

it('says where nobody can tell which way up a page is', () => {
  const found = toFound({
    corners,
    bows: null,
    confidence: 1,
    turn: 0,
    isAllSheet: false,
    ...ALONE,
    isTurnUnsure: true,
  });
  expect(found).toMatchObject({ turn: 0, way: 'unsure' });
  expect(foundSchema.parse(found)).toEqual(found);
});
