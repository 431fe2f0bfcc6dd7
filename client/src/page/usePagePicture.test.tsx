import { act, renderHook, waitFor } from '@testing-library/react';
import { Provider } from 'react-redux';
import type { Page, Recipe } from '@ravlo/contract';
import { fakePage } from '../../test/fakes';
import type { Darkroom } from '@/darkroom/darkroom';
import type { Picture } from '@/darkroom/worker/tools';
import { changeRecipe } from '@/packet/editing';
import { findFailed } from '@/packet/findSlice';
import { createStore } from '@/packet/store';
import { usePagePicture, type PagePictureOptions } from './usePagePicture';

const whole = { by: 'whole', reason: 'chosen' } as const;
const foundPage = (n: number): Page => {
  const page = fakePage(n);
  return { ...page, recipe: { ...page.recipe, outline: whole } };
};
const pictureOf = (name: string): Picture => ({
  blob: new Blob([name]),
  width: 400,
  height: 560,
  size: { width: 210, height: 297 },
});

interface Asked {
  readonly recipe: Recipe;
  readonly signal?: AbortSignal;
  readonly give: (picture: Picture) => void;
  readonly fail: (reason: unknown) => void;
}

/** A darkroom that answers when the test says so. */
function open(page: Page, options: PagePictureOptions = { longSide: 560 }) {
  const asked: Asked[] = [];
  const darkroom = {
    picture: (_photo: unknown, recipe: Recipe, _longSide: number, { signal }: { signal?: AbortSignal }) =>
      new Promise<Picture>((give, fail) => asked.push({ recipe, signal, give, fail })),
  };
  const store = createStore({ darkroom: darkroom as unknown as Darkroom });
  globalThis.fetch = () => new Promise(() => undefined);
  const view = renderHook((props: PagePictureOptions) => usePagePicture(page, props), {
    initialProps: options,
    wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
  });
  return { asked, store, view, now: () => view.result.current };
}

let shown: Set<string>;
beforeEach(() => {
  shown = new Set();
  let count = 0;
  globalThis.URL.createObjectURL = () => {
    const uri = `blob:${++count}`;
    shown.add(uri);
    return uri;
  };
  globalThis.URL.revokeObjectURL = (uri) => void shown.delete(uri);
});

describe('a page’s picture', () => {
  it('is there when it has been developed', async () => {
    const { asked, now } = open(foundPage(1));
    expect(now()).toMatchObject({ uri: null, isStale: true, failed: false });
    await act(async () => asked[0].give(pictureOf('first')));
    expect(now()).toEqual({
      uri: 'blob:1',
      width: 400,
      height: 560,
      size: { width: 210, height: 297 },
      isStale: false,
      failed: false,
    });
  });

  it('stays while the next is made, and is let go of then', async () => {
    const page = foundPage(1);
    const { asked, store, now } = open(page);
    await act(async () => asked[0].give(pictureOf('first')));
    act(() => store.dispatch(changeRecipe(page, (recipe) => ({ ...recipe, turn: 90 }), 'turn')));
    expect(asked[1].recipe.turn).toBe(90);
    expect(now()).toMatchObject({ uri: 'blob:1', isStale: true });
    await act(async () => asked[1].give(pictureOf('second')));
    expect(now()).toMatchObject({ uri: 'blob:2', isStale: false });
    expect([...shown]).toEqual(['blob:2']);
  });

  it('that nobody waits for any more is called off and never shown', async () => {
    const page = foundPage(1);
    const { asked, store, now } = open(page);
    act(() => store.dispatch(changeRecipe(page, (recipe) => ({ ...recipe, turn: 90 }), 'turn')));
    expect(asked[0].signal?.aborted).toBe(true);
    await act(async () => asked[1].give(pictureOf('second')));
    await act(async () => asked[0].give(pictureOf('late')));
    expect(now().isStale).toBe(false);
    expect([...shown]).toEqual([now().uri]);
  });

  it('waits until the sheet has been looked for, and says when that cannot be done here', async () => {
    const page = fakePage(2);
    const { asked, store, now } = open(page);
    expect(asked).toEqual([]);
    expect(now().failed).toBe(false);
    act(() => void store.dispatch(findFailed(page.id)));
    expect(now()).toMatchObject({ uri: null, failed: true, isStale: false });
  });

  it('says that it could not be made, and keeps showing the last one', async () => {
    const page = foundPage(1);
    const { asked, store, now } = open(page);
    await act(async () => asked[0].give(pictureOf('first')));
    act(() => store.dispatch(changeRecipe(page, (recipe) => ({ ...recipe, turn: 90 }), 'turn')));
    await act(async () => asked[1].fail(new Error('The darkroom stopped')));
    expect(now()).toMatchObject({ uri: 'blob:1', failed: true, isStale: false });
  });

  it('is of the recipe that is tried on, while one is', async () => {
    const page = foundPage(1);
    const { asked, view } = open(page);
    view.rerender({ longSide: 560, recipe: { ...page.recipe, look: 'pen' } });
    await waitFor(() => expect(asked.map(({ recipe }) => recipe.look)).toEqual(['daylight', 'pen']));
  });

  it('leaves nothing behind when it is shown no more', async () => {
    const { asked, view } = open(foundPage(1));
    await act(async () => asked[0].give(pictureOf('first')));
    view.unmount();
    expect(shown.size).toBe(0);
  });
});
