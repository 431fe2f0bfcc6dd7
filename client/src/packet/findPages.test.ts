import { waitFor } from '@testing-library/react';
import { FRESH_RECIPE, type OpenPacket, type Page } from '@ravlo/contract';
import { fakePacket, fakePage, shaOf } from '../../test/fakes';
import type { Darkroom, Insight } from '@/darkroom/darkroom';
import { api } from './api';
import { findPage, lookAhead, watchPages } from './findPages';
import { selectFindFailed } from './findSlice';
import { createStore } from './store';
import { ensureVerdict } from './verdicts';
import { selectVerdict } from './verdictsSlice';

const found: Insight['found'] = { outline: { by: 'whole', reason: 'all-sheet' }, turn: 90 };
const well = {
  verdict: { word: 'reads-well', legibility: 0.9, reasons: [] },
  signature: [1],
  isLandscape: true,
} as const;
const insight: Insight = { found, checked: well };
const asFound = (page: Page): Page => ({ ...page, recipe: { ...page.recipe, ...found }, version: 2 });

/** A window whose darkroom finds the same in every photo, and a server that has one packet. */
function openWindow(packet: OpenPacket) {
  const darkroom = {
    hold: jest.fn<void, Parameters<Darkroom['hold']>>(),
    lookInto: jest.fn<Promise<Insight>, Parameters<Darkroom['lookInto']>>(async () => insight),
    check: jest.fn(async () => well),
  };
  const told: string[] = [];
  let isAway = false;
  globalThis.fetch = jest.fn(async (input: URL | RequestInfo) => {
    const { pathname } = new URL((input as Request).url);
    if (isAway) return new Response('<h1>Bad gateway</h1>', { status: 502 });
    const page = packet.pages.find(({ id }) => pathname === `/api/pages/${id}/found`);
    if (page) told.push(page.id);
    return Response.json(page ? asFound(page) : packet);
  });
  const store = createStore({ darkroom: darkroom as unknown as Darkroom });
  const recipeOf = (page: Page) =>
    api.endpoints.packet
      .select(packet.id)(store.getState())
      .data?.pages.find(({ id }) => id === page.id)?.recipe;
  return { store, darkroom, told, recipeOf, away: (is: boolean) => (isAway = is) };
}

const [first, second] = [fakePage(1), fakePage(2)];
const packet = fakePacket([first, second]);

describe('what Ravlo finds by itself', () => {
  it('is looked for once in every page that comes in, told to the server, and shown', async () => {
    const { store, darkroom, told, recipeOf } = openWindow(packet);
    const end = watchPages(store);
    await store.dispatch(api.endpoints.packet.initiate(packet.id));
    await waitFor(() => expect(told).toEqual([first.id, second.id]));
    await waitFor(() => expect(recipeOf(second)).toEqual({ ...FRESH_RECIPE, ...found }));
    expect(darkroom.lookInto.mock.calls.map(([{ sha256 }]) => sha256)).toEqual([shaOf(1), shaOf(2)]);
    end();
  });

  it('comes with the verdict on the page as it was found: nobody judges it again', async () => {
    const { store, darkroom } = openWindow(packet);
    await store.dispatch(findPage(first));
    expect(selectVerdict(store.getState(), asFound(first))?.word).toBe('reads-well');
    await store.dispatch(ensureVerdict(asFound(first)));
    expect(darkroom.check).not.toHaveBeenCalled();
  });

  it('is known when the page comes back whose photo was looked into while it went up', async () => {
    const { store, darkroom, told } = openWindow(packet);
    const bytes = new Blob(['photo']);
    store.dispatch(lookAhead(packet.id, shaOf(1), bytes));
    await store.dispatch(findPage(first));
    // A copy, which stays when the browser's own is let go of.
    const [[sha256, held]] = darkroom.hold.mock.calls;
    expect([sha256, held.size, held === bytes]).toEqual([shaOf(1), 5, false]);
    expect(darkroom.lookInto).toHaveBeenCalledTimes(1);
    expect(told).toEqual([first.id]);
  });

  it('looks ahead with the look that the packet’s new pages get', async () => {
    const { store, darkroom } = openWindow({ ...packet, look: 'pen' });
    await store.dispatch(api.endpoints.packet.initiate(packet.id));
    store.dispatch(lookAhead(packet.id, shaOf(7), new Blob(['photo'])));
    await waitFor(() =>
      expect(darkroom.lookInto).toHaveBeenCalledWith({ sha256: shaOf(7) }, 'pen', expect.anything()),
    );
  });

  it('is not looked for again when only telling it failed', async () => {
    const { store, darkroom, told, away } = openWindow(packet);
    away(true);
    await store.dispatch(findPage(first));
    away(false);
    await store.dispatch(findPage(first));
    expect(darkroom.lookInto).toHaveBeenCalledTimes(1);
    expect(told).toEqual([first.id]);
  });

  it('gives up on a photo that cannot be opened here, until the window is opened again', async () => {
    const { store, darkroom, told } = openWindow(packet);
    darkroom.lookInto.mockRejectedValue(new Error('The photo is damaged'));
    for (let i = 0; i < 2; i++) await store.dispatch(findPage(first));
    expect(selectFindFailed(store.getState(), first.id)).toBe(true);
    expect(darkroom.lookInto).toHaveBeenCalledTimes(1);
    expect(told).toEqual([]);
  });

  it('is tried from the server’s copy where the bytes in hand could not be opened', async () => {
    const { store, darkroom } = openWindow(packet);
    darkroom.lookInto.mockRejectedValueOnce(new Error('The file was moved'));
    store.dispatch(lookAhead(packet.id, shaOf(1), new Blob(['photo'])));
    await waitFor(() => expect(darkroom.lookInto).toHaveBeenCalledTimes(1));
    await new Promise((resolve) => setTimeout(resolve));
    await store.dispatch(findPage(first));
    expect(selectFindFailed(store.getState(), first.id)).toBe(false);
    expect(darkroom.lookInto).toHaveBeenLastCalledWith(first.photo, 'daylight', expect.anything());
  });
});

describe('verdicts', () => {
  const judged = asFound(first);

  it('are asked for once, however many places show them', async () => {
    const { store, darkroom } = openWindow(packet);
    await Promise.all([1, 2, 3].map(() => store.dispatch(ensureVerdict(judged))));
    expect(darkroom.check).toHaveBeenCalledTimes(1);
    expect(selectVerdict(store.getState(), judged)?.word).toBe('reads-well');
  });

  it('wait for the outline', async () => {
    const { store, darkroom } = openWindow(packet);
    await store.dispatch(ensureVerdict(first));
    expect(darkroom.check).not.toHaveBeenCalled();
  });

  it('are another page’s when it is turned, and the same when only its look changes', async () => {
    const { store } = openWindow(packet);
    await store.dispatch(ensureVerdict(judged));
    const withRecipe = (change: Partial<Page['recipe']>) => ({
      ...judged,
      recipe: { ...judged.recipe, ...change },
    });
    expect(selectVerdict(store.getState(), withRecipe({ look: 'pen' }))).not.toBeNull();
    expect(selectVerdict(store.getState(), withRecipe({ turn: 180 }))).toBeNull();
  });

  it('of a photo that cannot be opened are left out, and asked for again', async () => {
    const { store, darkroom } = openWindow(packet);
    darkroom.check.mockRejectedValueOnce(new Error('The photo is damaged'));
    await store.dispatch(ensureVerdict(judged));
    expect(selectVerdict(store.getState(), judged)).toBeNull();
    await store.dispatch(ensureVerdict(judged));
    expect(selectVerdict(store.getState(), judged)).not.toBeNull();
  });
});
