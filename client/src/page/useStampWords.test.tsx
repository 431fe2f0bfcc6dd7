import { act, renderHook } from '@testing-library/react';
import { Provider } from 'react-redux';
import { createStore } from '@/packet/store';
import { fakePage } from '../../test/fakes';
import { selectMyName, setMyName } from './myNameSlice';
import { useStampWords } from './useStampWords';

describe('what stamps say', () => {
  it('follows the name as it is typed', () => {
    const store = createStore();
    const pages = [fakePage(1), fakePage(2)];
    const { result } = renderHook(() => useStampWords(0, pages), {
      wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
    });
    act(() => store.dispatch(setMyName('Jory Vane')));
    expect(result.current).toEqual({ name: 'Jory Vane', date: '5 January 2026', page: 'page 1 of 2' });
  });
});

describe('whose work it is', () => {
  it('is known again when a window is opened, and is each window’s own while it is open', () => {
    const first = createStore();
    first.dispatch(setMyName('Imke Tarn'));
    const second = createStore();
    // What has not been touched in a store is read when something happens in it.
    second.dispatch({ type: 'opened' });
    expect(selectMyName(second.getState())).toBe('Imke Tarn');
    second.dispatch(setMyName('Jory Vane'));
    expect(selectMyName(first.getState())).toBe('Imke Tarn');
  });
});
