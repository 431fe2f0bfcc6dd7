import fc from 'fast-check';
import { fakePage } from '../../test/fakes';
import { byTimeTaken, insertedAfter, interleaved, movedTo, reversed, without } from './pageOrder';

const ids = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 4 }), { maxLength: 30 });
const sorted = (list: readonly string[]) => [...list].sort();

describe('arrangements', () => {
  it('lose and double nothing', () => {
    fc.assert(
      fc.property(ids, fc.boolean(), fc.integer({ min: -3, max: 40 }), (list, fromTheEnd, number) => {
        const chosen = new Set(list.filter((_, i) => i % 3 === 0));
        for (const result of [
          reversed(list),
          interleaved(list, fromTheEnd),
          movedTo(list, chosen, number),
          list.length > 1 ? insertedAfter(list, list[0], list[1]) : list,
        ])
          expect(sorted(result)).toEqual(sorted(list));
      }),
    );
  });

  it('reversed twice is as before', () => {
    fc.assert(fc.property(ids, (list) => expect(reversed(reversed(list))).toEqual(list)));
  });

  it('puts fronts and backs together', () => {
    expect(interleaved(['f1', 'f2', 'f3', 'b1', 'b2', 'b3'], false)).toEqual([
      'f1',
      'b1',
      'f2',
      'b2',
      'f3',
      'b3',
    ]);
    expect(interleaved(['f1', 'f2', 'f3', 'b3', 'b2', 'b1'], true)).toEqual([
      'f1',
      'b1',
      'f2',
      'b2',
      'f3',
      'b3',
    ]);
    expect(interleaved(['f1', 'f2', 'f3', 'b1', 'b2'], false)).toEqual(['f1', 'b1', 'f2', 'b2', 'f3']);
  });

  it('moves chosen pages together, in their order, to a number', () => {
    const list = ['a', 'b', 'c', 'd', 'e'];
    expect(movedTo(list, new Set(['d', 'b']), 1)).toEqual(['b', 'd', 'a', 'c', 'e']);
    expect(movedTo(list, new Set(['a']), 3)).toEqual(['b', 'c', 'a', 'd', 'e']);
    expect(movedTo(list, new Set(['a']), 99)).toEqual(['b', 'c', 'd', 'e', 'a']);
  });

  it('leaves out and inserts', () => {
    expect(without(['a', 'b', 'c'], new Set(['b']))).toEqual(['a', 'c']);
    expect(insertedAfter(['a', 'b', 'new'], 'new', 'a')).toEqual(['a', 'new', 'b']);
  });

  it('sorts by the time the photos were taken', () => {
    const pages = [fakePage(3), fakePage(1), fakePage(2)];
    expect(byTimeTaken(pages)).toEqual([fakePage(1).id, fakePage(2).id, fakePage(3).id]);
  });
});
