import type { Recipe } from '@ravlo/contract';
import { pictureKey, verdictKey } from './keys';
import { toCoreRecipe } from '@ravlo/words';

const corners: [[number, number], [number, number], [number, number], [number, number]] = [
  [1, 2],
  [90, 3],
  [91, 120],
  [2, 119],
];
const recipe: Recipe = { outline: { by: 'finder', corners, confidence: 0.8 }, turn: 90, look: 'pen' };
const photo = { sha256: 'ab'.repeat(32) };
const label = {
  id: 'a label',
  kind: 'label',
  turn: 0,
  x: 1,
  y: 2,
  text: 'see back',
  size: 5,
  colour: 'ink',
} as const;
const cover = { id: 'a cover', kind: 'cover', turn: 0, x: 1, y: 2, width: 30, height: 20 } as const;
const tuning = { ink: 0.5, paper: 0, rules: 'faded' as const };

describe('a recipe as core takes it', () => {
  it('has the corners, whoever found them, and none where the whole photo is the page', () => {
    const byHand: Recipe = { ...recipe, outline: { by: 'hand', corners } };
    expect(toCoreRecipe(recipe)).toEqual({ outline: corners, bows: null, turn: 90, look: 'pen' });
    expect(toCoreRecipe(byHand)).toEqual(toCoreRecipe(recipe));
    for (const outline of [{ by: 'pending' }, { by: 'whole', reason: 'chosen' }] as const)
      expect(toCoreRecipe({ ...recipe, outline })).toMatchObject({ outline: null, bows: null });
  });

  it('has of the notes only what is covered', () => {
    expect(toCoreRecipe({ ...recipe, notes: [label] })).toEqual(toCoreRecipe(recipe));
    expect(toCoreRecipe({ ...recipe, notes: [label, cover] }).covers).toEqual([cover]);
  });

  it('has how the look is set', () => {
    expect(toCoreRecipe({ ...recipe, tuning }).cleaning).toEqual({ tuning, rules: 'faded' });
  });
});

describe('what a picture depends on', () => {
  const changes: Recipe[] = [
    { ...recipe, turn: 180 },
    { ...recipe, look: 'daylight' },
    { ...recipe, level: 1.5 },
    { ...recipe, tuning },
    { ...recipe, notes: [cover] },
    {
      ...recipe,
      outline: {
        by: 'hand',
        corners,
        bows: [
          [1, 0, -1, 0],
          [0, 0, 0, 0],
          [0, 0, 0, 0],
          [0, 0, 0, 0],
        ],
      },
    },
  ];

  it.each(changes)('is all that changes the page: %#', (changed) =>
    expect(pictureKey(photo, changed, 560)).not.toBe(pictureKey(photo, recipe, 560)),
  );

  it('is the photo and the size as well, and neither label nor confidence', () => {
    const key = pictureKey(photo, recipe, 560);
    expect(pictureKey({ sha256: 'cd'.repeat(32) }, recipe, 560)).not.toBe(key);
    expect(pictureKey(photo, recipe, 1400)).not.toBe(key);
    expect(pictureKey(photo, { ...recipe, notes: [label] }, 560)).toBe(key);
    expect(pictureKey(photo, { ...recipe, outline: { by: 'finder', corners, confidence: 0.1 } }, 560)).toBe(
      key,
    );
  });

  it('of a verdict is not the look, nor how it is set', () => {
    const key = verdictKey(photo, recipe);
    expect(verdictKey(photo, { ...recipe, look: 'daylight', tuning })).toBe(key);
    expect(verdictKey(photo, { ...recipe, turn: 180 })).not.toBe(key);
    expect(verdictKey(photo, { ...recipe, level: 2 })).not.toBe(key);
  });
});
