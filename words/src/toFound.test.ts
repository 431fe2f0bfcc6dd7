import type { Quad } from '@ravlo/core';
import { foundSchema } from '@ravlo/contract';
import { toCoreRecipe } from './toCoreRecipe';
import { toFound } from './toFound';

const corners: Quad = [
  [10, 12],
  [90, 11],
  [92, 140],
  [9, 141],
];
const bow = [0, 1, 2, 0] as const;

it('what was found is a recipe’s outline, and comes back as what core takes', () => {
  const bows = [bow, bow, bow, bow] as const;
  const found = toFound({ corners, bows, confidence: 0.9, isAllSheet: false, turn: 90 });
  expect(foundSchema.parse(found)).toEqual(found);
  expect(toCoreRecipe({ ...found, look: 'pen' })).toEqual({ outline: corners, bows, turn: 90, look: 'pen' });
});

it('where no sheet was found the whole photo is the page, and it is said why', () => {
  const none = { corners: null, bows: null, confidence: 0, turn: 0 } as const;
  expect(toFound({ ...none, isAllSheet: true }).outline).toEqual({ by: 'whole', reason: 'all-sheet' });
  expect(toFound({ ...none, isAllSheet: false }).outline).toEqual({ by: 'whole', reason: 'none-found' });
});
