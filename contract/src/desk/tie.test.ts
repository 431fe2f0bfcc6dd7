import fc from 'fast-check';
import { FRESH_FACTS, UNNAMED } from '../packet';
import { disagreement } from './agree';
import { briefNameValues, nameAsked, tieFacts, untieFacts } from './tie';

const id = '00000000-0000-4000-8000-000000000001';
const brief = { id, title: 'Tides, week 3', unit: '', paper: 'letter', mostBytes: 4_000_000 } as const;
const imke = { firstName: 'Imke', surname: 'Tarn', studentNumber: '' };

describe('a tie', () => {
  const pattern = { parts: ['surname', 'first-name', 'assignment'], separator: '_' } as const;
  const values = briefNameValues(brief, { name: 'Coastal navigation' }, imke, { version: '1' });
  const asked = nameAsked({ namePattern: { ...pattern, parts: [...pattern.parts] } }, values);

  it('gives a packet paper, limit and the name that is asked for', () => {
    expect(asked).toBe('Tarn_Imke_Tides-week-3');
    expect(tieFacts(FRESH_FACTS, brief, asked)).toEqual({
      ...{ briefId: id, paper: 'letter', mostBytes: 4_000_000, name: asked },
    });
    expect(nameAsked({ namePattern: null }, values)).toBeNull();
  });

  it('leaves a name that somebody has given', () => {
    expect(tieFacts({ name: 'mine' }, brief, asked)).not.toHaveProperty('name');
    expect(tieFacts({ name: UNNAMED }, { ...brief, paper: null, mostBytes: null }, null)).toEqual({
      briefId: id,
    });
  });

  it('when it is undone gives the limit back, unless it was changed since', () => {
    expect(untieFacts({ mostBytes: 4_000_000 }, brief)).toEqual({ briefId: null, mostBytes: null });
    expect(untieFacts({ mostBytes: 1_000_000 }, brief)).toEqual({ briefId: null });
    expect(untieFacts({ mostBytes: 4_000_000 }, null)).toEqual({ briefId: null });
  });
});

describe('a packet and a brief', () => {
  const tides = { id: '1', title: 'Tides, week 3' };
  const log = { id: '2', title: 'Passage log' };
  const knots = { id: '3', title: 'Knots and hitches' };
  const all = [tides, log, knots];
  const of = (words: string[], briefId: string | null = null) => ({ words, briefId });

  it('do not agree where it is tied to another, or its name is another’s', () => {
    expect(disagreement(of([], log.id), tides, all)).toEqual({ why: 'tied-to-another', better: log });
    expect(disagreement(of(['Tarn_Imke_passage-log']), tides, all)).toEqual({
      ...{ why: 'named-like-another', better: log },
    });
    expect(disagreement(of(['Not named yet', 'Passage log, Skerry Point']), tides, all)?.better).toBe(log);
  });

  it.each([['Tide tables, week 3'], ['Tarn_Imke_tides-3'], ['homework'], ['Not named yet'], ['']])(
    'agree where nothing speaks against it: %s',
    (name) => expect(disagreement(of([name]), tides, all)).toBeNull(),
  );

  it('of the same title, in whatever script and case, always agree', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), (title) => {
        const own = { id: 'own', title };
        expect(disagreement(of([title.toUpperCase()]), own, [...all, own])).toBeNull();
      }),
    );
  });

  it('tied to each other agree whatever the name is, unless the name is another’s', () => {
    expect(disagreement(of(['x'], tides.id), tides, all)).toBeNull();
    expect(disagreement(of(['passage log'], tides.id), tides, all)?.better).toBe(log);
    // A brief that is gone is no reason to stop anybody.
    expect(disagreement(of(['x'], 'gone'), tides, all)).toBeNull();
  });
});
