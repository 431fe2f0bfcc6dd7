import { createStore } from '@/packet/store';
import { keepNaming, selectClasses, selectPattern, selectValues } from './namingSlice';

const byDash = { parts: ['class', 'surname'], separator: '-' } as const;
const byScore = { parts: ['surname', { words: 'log' }], separator: '_' } as const;

describe('how names are made', () => {
  it('is remembered for each class, and for the next one that has none', () => {
    const first = createStore();
    first.dispatch(
      keepNaming({ ...byDash, parts: [...byDash.parts] }, { class: 'Coastal', surname: 'Tarn' }),
    );
    first.dispatch(
      keepNaming(
        { ...byScore, parts: [...byScore.parts] },
        { class: 'Seamanship', surname: 'Tarn', date: '1' },
      ),
    );
    // A window that opens later.
    const second = createStore();
    second.dispatch({ type: 'opened' });
    const state = second.getState();
    expect(selectPattern(state, 'Coastal')).toEqual(byDash);
    expect(selectPattern(state, 'Seamanship')).toEqual(byScore);
    expect(selectPattern(state, 'Knots')).toEqual(byScore);
    expect(selectClasses(state)).toEqual(['Coastal', 'Seamanship']);
    expect(selectValues(state)).toEqual({ class: 'Seamanship', surname: 'Tarn' });
  });

  it('begins anew where what was kept makes no sense', () => {
    localStorage.setItem('ravlo-naming', '{"values":{"surname":7}}');
    const store = createStore();
    store.dispatch({ type: 'opened' });
    expect(selectPattern(store.getState(), '').parts).toEqual(['surname', 'first-name', 'assignment']);
  });
});
