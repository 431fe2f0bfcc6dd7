import { fakePage } from '../../test/fakes';
import { sortOut } from './editSender';
import type { Edits } from './pendingEdits';

const [a, b, c] = [1, 2, 3].map((n) => fakePage(n));
const look = { from: 'daylight', to: 'pen' } as const;
const turn = { from: 0, to: 90 } as const;
const sending: Edits = {
  facts: {},
  pages: {
    [a.id]: { patch: { look, turn }, steps: ['s1'] },
    [b.id]: { patch: { turn }, steps: ['s1', 's2'] },
    [c.id]: { patch: { look }, steps: ['s2'] },
  },
};
const changed = { ...a, version: 2, recipe: { ...a.recipe, look: 'pencil' as const } };

describe('edits that the server could not merge', () => {
  it('are asked about where they clash, dropped where nothing is left to edit, and sent again for the rest', () => {
    const { clashes, dropped, again } = sortOut(sending, {
      pages: [{ page: changed, fields: ['look'] }],
      packets: [],
      gone: [c.id],
    });
    expect(clashes).toEqual([{ about: 'page', page: changed, patch: { look }, steps: ['s1'] }]);
    expect(dropped).toEqual([c.id]);
    expect(again.pages).toEqual({
      [a.id]: { patch: { turn }, steps: ['s1'] },
      [b.id]: { patch: { turn }, steps: ['s1', 's2'] },
    });
  });

  it('are never sent again unchanged, also where nothing seems to differ from here', () => {
    const { clashes, again } = sortOut(sending, {
      pages: [{ page: a, fields: ['look'] }],
      packets: [],
      gone: [],
    });
    expect(clashes).toMatchObject([{ patch: { look } }]);
    expect(again.pages[a.id].patch).toEqual({ turn });
  });
});
