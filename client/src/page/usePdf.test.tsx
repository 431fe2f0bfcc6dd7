import { TextDecoder, TextEncoder } from 'node:util';
import { act, renderHook, waitFor } from '@testing-library/react';
import { Provider } from 'react-redux';
import type { OpenPacket, Page } from '@ravlo/contract';
import { fakePacket, fakePage } from '../../test/fakes';
import type { Darkroom } from '@/darkroom/darkroom';
import { changeRecipe } from '@/packet/editing';
import { findFailed } from '@/packet/findSlice';
import { createStore } from '@/packet/store';
import type { PdfWishes } from './makePdf';
import { usePdf, type PdfState } from './usePdf';

const develop = jest.fn<ReturnType<Darkroom['pdfPage']>, Parameters<Darkroom['pdfPage']>>();
const make = jest.fn<ReturnType<Darkroom['pdf']>, Parameters<Darkroom['pdf']>>();
const ladder = jest.fn<ReturnType<Darkroom['pdfLadder']>, Parameters<Darkroom['pdfLadder']>>();
const within = jest.fn<ReturnType<Darkroom['pdfWithin']>, Parameters<Darkroom['pdfWithin']>>();
const darkroom = {
  pdfPage: develop,
  pdf: make,
  pdfLadder: ladder,
  pdfWithin: within,
} as unknown as Darkroom;

const WISHES: PdfWishes = {
  paper: 'a4',
  title: 'Tides',
  date: new Date('2026-01-05T18:00:00Z'),
  language: 'en',
  mostBytes: null,
  myName: '',
};

const whole = { by: 'whole', reason: 'chosen' } as const;
const pageOf = (n: number): Page => {
  const page = fakePage(n);
  return { ...page, recipe: { ...page.recipe, outline: whole } };
};
beforeEach(() => {
  develop.mockReset().mockResolvedValue({ coded: {}, size: { width: 210, height: 297 } } as never);
  // The PDF says what it was made of.
  make
    .mockReset()
    .mockImplementation(async (pages, { title, paper }) =>
      new TextEncoder().encode(JSON.stringify([title, paper, pages.map(({ marks }) => marks?.length)])),
    );
  globalThis.URL.createObjectURL = () => 'blob:picture';
  globalThis.URL.revokeObjectURL = () => undefined;
});

function open(packet: OpenPacket) {
  const store = createStore({ darkroom });
  const seen: PdfState[] = [];
  const view = renderHook(
    (change: Partial<PdfWishes>) => {
      const state = usePdf(packet, { ...WISHES, ...change }, null);
      seen.push(state);
      return state;
    },
    {
      initialProps: {},
      wrapper: ({ children }) => <Provider store={store}>{children}</Provider>,
    },
  );
  const now = () => view.result.current;
  const ready = () =>
    waitFor(() => {
      const state = now();
      if (state.status !== 'ready' || state.isStale) throw new Error('not yet');
      return JSON.parse(new TextDecoder().decode(state.bytes)) as unknown;
    });
  return { store, view, now, ready, seen };
}

/** That no PDF that could have been saved was ever another than the one asked for. */
const neverStale = (seen: readonly PdfState[], wanted: string) =>
  seen.every(
    (state) =>
      state.status !== 'ready' || state.isStale || new TextDecoder().decode(state.bytes).includes(wanted),
  );

describe('the PDF on the finish screen', () => {
  it('cannot be saved while it is being made anew for another name or paper', async () => {
    const { view, ready, seen } = open(fakePacket([pageOf(1), pageOf(2)]));
    expect(await ready()).toEqual(['Tides', 'a4', [0, 0]]);
    seen.length = 0;
    view.rerender({ title: 'Tides 3' });
    expect(await ready()).toEqual(['Tides 3', 'a4', [0, 0]]);
    expect(neverStale(seen, '"Tides 3"')).toBe(true);
    seen.length = 0;
    view.rerender({ paper: 'letter', title: 'Tides 3' });
    expect(await ready()).toEqual(['Tides 3', 'letter', [0, 0]]);
    expect(neverStale(seen, '"letter"')).toBe(true);
    // Pages that stay the same are not developed again.
    expect(develop).toHaveBeenCalledTimes(2);
  });

  it('cannot be saved while a note is missing in it', async () => {
    const [page] = [pageOf(1)];
    globalThis.fetch = () => new Promise(() => undefined);
    const { store, ready, seen } = open(fakePacket([page]));
    await ready();
    seen.length = 0;
    const label = {
      id: 'note',
      kind: 'label',
      turn: 0,
      x: 9,
      y: 9,
      text: 'see back',
      size: 5,
      colour: 'ink',
    } as const;
    act(() => store.dispatch(changeRecipe(page, (recipe) => ({ ...recipe, notes: [label] }), 'label')));
    expect(await ready()).toEqual(['Tides', 'a4', [1]]);
    expect(neverStale(seen, '[1]')).toBe(true);
  });

  const failingBut = (good: readonly Page[]) =>
    develop.mockImplementation(async ({ sha256 }) => {
      if (!good.some(({ photo }) => photo.sha256 === sha256)) throw new Error('The photo is damaged');
      return { coded: {}, size: { width: 210, height: 297 } } as never;
    });

  it('leaves out the pages that cannot be developed, and names them', async () => {
    const pages = [pageOf(1), pageOf(2), pageOf(3)];
    failingBut([pages[1]]);
    const { now, ready } = open(fakePacket(pages));
    expect(await ready()).toEqual(['Tides', 'a4', [0]]);
    expect(now()).toMatchObject({ status: 'ready', pageCount: 1, lost: [1, 3] });
  });

  it('is made smaller where a limit is asked for, and only then', async () => {
    ladder.mockResolvedValue({ rungs: [], size: { width: 210, height: 297 } });
    within.mockImplementation(async (pages, most) => ({
      bytes: new TextEncoder().encode(JSON.stringify(['within', most, pages.length])),
      loss: 0.3,
    }));
    const { view, now, ready } = open(fakePacket([pageOf(1), pageOf(2)]));
    await ready();
    view.rerender({ mostBytes: 1000 });
    expect(await ready()).toEqual(['Tides', 'a4', [0, 0]]);
    expect(ladder).not.toHaveBeenCalled();
    view.rerender({ mostBytes: 9 });
    expect(await ready()).toEqual(['within', 9, 2]);
    expect(now()).toMatchObject({ loss: 0.3 });
    within.mockResolvedValue({ bytes: null, least: 20, loss: 1 });
    view.rerender({ mostBytes: 8 });
    await ready();
    expect(now()).toMatchObject({ leastBytes: 20 });
    // Both pages were coded in all ways once.
    expect(ladder).toHaveBeenCalledTimes(2);
  });

  it('develops copies of a page once, also sixty', async () => {
    const page = pageOf(1);
    const copies = Array.from({ length: 60 }, (_, i) => ({ ...page, id: `copy-${i}` }));
    const { now, ready, seen } = open(fakePacket(copies));
    await ready();
    expect(now()).toMatchObject({ status: 'ready', pageCount: 60, lost: [] });
    expect(develop).toHaveBeenCalledTimes(1);
    const steps = seen.flatMap((state) =>
      state.status === 'working' && state.total > 0 ? [state.done] : [],
    );
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
  });

  it('leaves no page out unsaid where a limit is asked for', async () => {
    ladder.mockImplementation(async ({ sha256 }) => {
      if (sha256 === pageOf(2).photo.sha256) throw new Error('It broke');
      return { rungs: [], size: { width: 210, height: 297 } };
    });
    const { view, now, ready } = open(fakePacket([pageOf(1), pageOf(2)]));
    await ready();
    within.mockClear();
    view.rerender({ mostBytes: 9 });
    await waitFor(() => expect(now()).toEqual({ status: 'failed', numbers: [] }));
    expect(within).not.toHaveBeenCalled();
  });

  it('makes none where no page can be developed', async () => {
    failingBut([]);
    const { now } = open(fakePacket([pageOf(1), pageOf(2)]));
    await waitFor(() => expect(now()).toEqual({ status: 'failed', numbers: [1, 2] }));
    expect(make).not.toHaveBeenCalled();
  });

  it('names the pages whose sheet could not be looked for', () => {
    const packet = fakePacket([pageOf(1), fakePage(2)]);
    const { store, now } = open(packet);
    expect(now().status).toBe('working');
    act(() => void store.dispatch(findFailed(packet.pages[1].id)));
    expect(now()).toEqual({ status: 'failed', numbers: [2] });
  });
});
