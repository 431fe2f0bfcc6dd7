import fc from 'fast-check';
import {
  diffFacts,
  diffRecipes,
  FRESH_FACTS,
  FRESH_RECIPE,
  invertPatch,
  isEmptyPatch,
  isSame,
  joinPatches,
  meetFacts,
  meetRecipe,
  patchFacts,
  patchRecipe,
  recipePatchSchema,
  recipeSchema,
  type Note,
  type PacketFacts,
  type Recipe,
} from './index';

const corner = fc.tuple(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 0, max: 4000 }));
const outline: fc.Arbitrary<Recipe['outline']> = fc.oneof(
  fc.constant({ by: 'pending' as const }),
  fc.constant({ by: 'whole' as const, reason: 'chosen' as const }),
  fc.record({ by: fc.constant('hand' as const), corners: fc.tuple(corner, corner, corner, corner) }),
);
const NOTE_IDS = ['note-1', 'note-2', 'note-3', 'note-4', 'note-5'];
const note = (id: string): fc.Arbitrary<Note> =>
  fc.record({
    id: fc.constant(id),
    kind: fc.constant('label' as const),
    turn: fc.constant(0 as const),
    x: fc.integer({ min: 0, max: 200 }),
    y: fc.integer({ min: 0, max: 200 }),
    text: fc.constantFrom('see back', 'question 3'),
    size: fc.constant(5),
    colour: fc.constantFrom('ink' as const, 'red' as const),
  });
/** Some of five notes; those that two recipes share lie in the same order in both, as no edit puts them in another. */
const notes = fc
  .tuple(...NOTE_IDS.map((id) => fc.option(note(id), { nil: null })))
  .map((all) => all.filter((each) => each !== null));
const recipe: fc.Arbitrary<Recipe> = fc
  .record({
    outline,
    turn: fc.constantFrom(0 as const, 90 as const, 180 as const, 270 as const),
    look: fc.constantFrom('daylight' as const, 'pen' as const, 'pencil' as const),
    tuning: fc.option(
      fc.record({
        ink: fc.constantFrom(0, 0.5),
        paper: fc.constant(0),
        rules: fc.constantFrom('quiet' as const, 'faded' as const, 'kept' as const),
      }),
      { nil: undefined },
    ),
    level: fc.option(fc.constantFrom(-1, 2.5), { nil: undefined }),
    notes,
  })
  .map(({ tuning, level, notes: list, ...fields }) => ({
    ...fields,
    ...(tuning ? { tuning } : null),
    ...(level ? { level } : null),
    ...(list.length > 0 ? { notes: list } : null),
  }));

describe('a patch of a recipe', () => {
  it('makes the one of the other, and turned round the other of the one', () => {
    fc.assert(
      fc.property(recipe, recipe, (a, b) => {
        const patch = diffRecipes(a, b);
        expect(patchRecipe(a, patch)).toEqual(b);
        expect(patchRecipe(b, invertPatch(patch))).toEqual(a);
        expect(recipeSchema.parse(patchRecipe(a, patch))).toEqual(b);
        expect(recipePatchSchema.parse(JSON.parse(JSON.stringify(patch)))).toEqual(patch);
      }),
    );
  });

  it('names nothing that stays as it is', () => {
    fc.assert(
      fc.property(recipe, (a) => expect(isEmptyPatch(diffRecipes(a, structuredClone(a)))).toBe(true)),
    );
    expect(Object.keys(diffRecipes(FRESH_RECIPE, { ...FRESH_RECIPE, look: 'pen' }))).toEqual(['look']);
    expect(diffRecipes(FRESH_RECIPE, { ...FRESH_RECIPE, tuning: undefined })).toEqual({});
  });

  it('joined with the next does what both do, and nothing when they cancel out', () => {
    fc.assert(
      fc.property(recipe, recipe, recipe, (a, b, c) => {
        const joined = joinPatches(diffRecipes(a, b), diffRecipes(b, c));
        const made = patchRecipe(a, joined);
        expect({ ...made, notes: new Set(made.notes) }).toEqual({ ...c, notes: new Set(c.notes) });
        expect(joinPatches(diffRecipes(a, b), diffRecipes(b, a))).toEqual({});
      }),
    );
  });

  it('holds against what it was made on, against what it makes, and against edits of other fields', () => {
    fc.assert(
      fc.property(recipe, recipe, (a, b) => {
        const patch = diffRecipes(a, b);
        expect(meetRecipe(a, patch)).toEqual({ holds: patch, differs: {} });
        expect(meetRecipe(b, patch)).toEqual({ holds: patch, differs: {} });
        const elsewhere = meetRecipe({ ...a, look: 'soft-grey' }, patch);
        expect(Object.keys(elsewhere.differs)).toEqual('look' in patch ? ['look'] : []);
      }),
    );
  });

  it('is the same in whichever order two people make edits of different fields', () => {
    fc.assert(
      fc.property(recipe, recipe, recipe, (a, b, c) => {
        const mine = diffRecipes(a, { ...a, turn: b.turn, outline: b.outline });
        const theirs = diffRecipes(a, { ...a, look: c.look, tuning: c.tuning });
        expect(patchRecipe(patchRecipe(a, mine), theirs)).toEqual(patchRecipe(patchRecipe(a, theirs), mine));
      }),
    );
  });

  it('does not hold where somebody else has changed the same field to something else', () => {
    const turned = { ...FRESH_RECIPE, turn: 90 as const };
    const { holds: still, differs } = meetRecipe(
      turned,
      diffRecipes(FRESH_RECIPE, { ...FRESH_RECIPE, turn: 180, look: 'pen' }),
    );
    expect(Object.keys(still)).toEqual(['look']);
    expect(differs).toEqual({ turn: { from: 0, to: 180 } });
  });

  it('holds where only Ravlo has found something in the meantime', () => {
    const found = { outline: { by: 'whole' as const, reason: 'none-found' as const }, turn: 90 as const };
    const now = { ...FRESH_RECIPE, ...found };
    const patch = diffRecipes(FRESH_RECIPE, { ...FRESH_RECIPE, turn: 180 });
    expect(meetRecipe(now, patch).differs).toEqual(patch);
    expect(meetRecipe(now, patch, { found }).differs).toEqual({});
    // What a person has turned since is a person's.
    expect(meetRecipe({ ...now, turn: 270 }, patch, { found }).differs).toEqual(patch);
  });
});

describe('a patch of a packet', () => {
  const facts: PacketFacts = { ...FRESH_FACTS, name: 'Tides' };

  it('is made, laid over and held against it like that of a recipe', () => {
    const patch = diffFacts(facts, { ...facts, name: 'Knots', look: 'pen' });
    expect(patchFacts(facts, patch)).toEqual({ ...facts, name: 'Knots', look: 'pen' });
    expect(patchFacts(patchFacts(facts, patch), invertPatch(patch))).toEqual(facts);
    expect(meetFacts({ ...facts, paper: 'letter' }, patch).differs).toEqual({});
    expect(Object.keys(meetFacts({ ...facts, name: 'Log' }, patch).differs)).toEqual(['name']);
  });
});

describe('isSame', () => {
  it('is what JSON would say, whatever the order of keys', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(isSame(value, JSON.parse(JSON.stringify(value)))).toBe(true);
      }),
    );
    expect(isSame({ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1, d: undefined })).toBe(true);
    expect(isSame([1], { 0: 1 })).toBe(false);
    expect(isSame({ a: null }, {})).toBe(false);
  });
});
