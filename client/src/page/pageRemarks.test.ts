import type { Verdict } from '@ravlo/core';
import type { CheckedPage } from '@/darkroom/worker/tools';
import { fakePage } from '../../test/fakes';
import { pageRemarks, type SeenPage } from './pageRemarks';

const WELL: Verdict = { word: 'reads-well', legibility: 0.9, reasons: [] };
const CELLS = 1200;
const signature = (seed: number) => Array.from({ length: CELLS }, (_, k) => Math.sin(k * seed * 1.37 + seed));

const seen = (
  n: number,
  checked: Partial<CheckedPage> | null = {},
  change: Partial<SeenPage> = {},
): SeenPage => {
  const page = fakePage(n, {
    recipe: {
      outline: {
        by: 'hand',
        corners: [
          [0, 0],
          [9, 0],
          [9, 9],
          [0, 9],
        ],
      },
      turn: 0,
      look: 'pen',
    },
  });
  return {
    page,
    recipe: page.recipe,
    checked: checked && { verdict: WELL, signature: signature(n), isLandscape: false, ...checked },
    ...change,
  };
};

describe('pageRemarks', () => {
  it('says nothing of pages that are well, or not looked at yet', () => {
    expect(pageRemarks([seen(1), seen(2), seen(3, null)])).toEqual([null, null, null]);
  });

  it('says of two photos of one sheet that they are the same', () => {
    const again = signature(1).map((value) => value * 1.1 + 0.01);
    expect(pageRemarks([seen(1), seen(2), seen(3, { signature: again })])).toEqual([
      null,
      null,
      'Same as page 1?',
    ]);
  });

  it('takes two halves of one photo for two pages, but a copy for the same', () => {
    const [first] = [seen(1)];
    const half: SeenPage = {
      ...seen(2),
      page: { ...seen(2).page, photo: first.page.photo },
      recipe: {
        ...first.recipe,
        outline: {
          by: 'hand',
          corners: [
            [9, 0],
            [18, 0],
            [18, 9],
            [9, 9],
          ],
        },
      },
    };
    expect(pageRemarks([first, half])).toEqual([null, null]);
    expect(pageRemarks([first, { ...half, recipe: first.recipe }])).toEqual([null, 'Same as page 1?']);
  });

  it('does not take blank sheets for each other', () => {
    const blank: Verdict = {
      word: 'hard-to-read',
      legibility: 1,
      reasons: [{ kind: 'nearly-empty', weight: 0.3, value: 0, place: null, says: '', fix: '' }],
    };
    const flat = Array.from({ length: CELLS }, () => 0);
    const remarks = pageRemarks([
      seen(1, { verdict: blank, signature: flat }),
      seen(2, { verdict: blank, signature: flat }),
    ]);
    expect(remarks[1]).toMatch(/nearly empty/);
  });

  it('points at the one that isLandscape among standing pages, not at a packet of lying ones', () => {
    expect(pageRemarks([seen(1), seen(2, { isLandscape: true }), seen(3)])[1]).toBe(
      'Lies among standing pages',
    );
    expect(pageRemarks([seen(1, { isLandscape: true }), seen(2, { isLandscape: true }), seen(3)])).toEqual([
      null,
      null,
      null,
    ]);
  });
});
