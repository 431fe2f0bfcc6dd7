import fc from 'fast-check';
import { checkParts, proposeParts } from './parts';

const ASKED = ['10', '11', '13', '14'];

describe('the parts of a packet', () => {
  it('are held against what is asked for', () => {
    expect(checkParts(ASKED, ['10', '13', '13', null, '99'])).toEqual({
      missing: ['11', '14'],
      doubled: ['13'],
      without: [4, 5],
    });
  });

  it('are proposed in order, and what a person has said stays', () => {
    expect(proposeParts(ASKED, [null, null, null, null])).toEqual(ASKED);
    expect(proposeParts(ASKED, [null, '10', null, '13', null])).toEqual(['11', '10', '14', '13', null]);
  });

  it('when proposed never double one, and leave none out while there are pages', () => {
    const asked = fc.uniqueArray(fc.string({ minLength: 1 }), { maxLength: 60 });
    fc.assert(
      fc.property(asked, fc.integer({ min: 0, max: 60 }), (parts, pages) => {
        const given = proposeParts(
          parts,
          Array.from({ length: pages }, () => null),
        );
        const { missing, doubled } = checkParts(parts, given);
        expect(doubled).toEqual([]);
        expect(missing).toHaveLength(Math.max(0, parts.length - pages));
      }),
    );
  });
});
