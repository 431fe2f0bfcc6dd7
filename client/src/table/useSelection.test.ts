import { act, renderHook } from '@testing-library/react';
import { fakePage } from '../../test/fakes';
import { useSelection } from './useSelection';

const pages = [1, 2, 3, 4, 5].map((n) => fakePage(n));
const numbers = (ids: ReadonlySet<string>) => pages.flatMap(({ id }, i) => (ids.has(id) ? [i + 1] : []));

describe('useSelection', () => {
  it('picks, picks off, and picks ranges', () => {
    const { result } = renderHook(() => useSelection(pages));
    expect(result.current.isOn).toBe(false);
    act(() => result.current.pick(pages[1].id, 'toggle'));
    act(() => result.current.pick(pages[3].id, 'range'));
    expect(numbers(result.current.ids)).toEqual([2, 3, 4]);
    act(() => result.current.pick(pages[2].id, 'plain'));
    expect(numbers(result.current.ids)).toEqual([2, 4]);
    // A range goes from what was picked last.
    act(() => result.current.pick(pages[0].id, 'range'));
    expect(numbers(result.current.ids)).toEqual([1, 2, 3, 4]);
    act(() => result.current.end());
    expect([result.current.isOn, result.current.ids.size]).toEqual([false, 0]);
  });

  it('forgets pages that are gone', () => {
    const { result, rerender } = renderHook(({ some }) => useSelection(some), {
      initialProps: { some: pages },
    });
    act(() => result.current.set(pages.map(({ id }) => id)));
    rerender({ some: pages.slice(0, 2) });
    expect(numbers(result.current.ids)).toEqual([1, 2]);
  });
});
