import fc from 'fast-check';
import type { Page } from '@ravlo/contract';
import { fakePage, shaOf } from '../../test/fakes';
import { until } from '../../test/until';
import { hashOf } from './hashOf';
import {
  addPhotos,
  aimPhoto,
  followPhotos,
  resumePhotos,
  throwAway,
  wakePhotos,
  withdrawPhoto,
} from './photos';
import { photoOf } from './keptPhotos';
import { confirmedCleared, gone, isOnlyHere, selectPhotos } from './photosSlice';
import { createPhotoStore, type KeptPhoto } from './photoStore';
import { sendPhoto, type SendResult } from './sendPhoto';
import { createStore, type AppStore } from './store';
import { OFFLINE, UNEXPECTED, type Trouble } from './trouble';

jest.mock('./sendPhoto', () => ({ sendPhoto: jest.fn() }));
jest.mock('./hashOf', () => ({ hashOf: jest.fn() }));
const send = jest.mocked(sendPhoto);
const hash = jest.mocked(hashOf);

const PACKET = fakePage(1).packetId;
const OTHER = fakePage(2).id;
const photo = (name: string) => new File([`bytes of ${name}`], name, { type: 'image/jpeg' });
const saved: SendResult = { page: fakePage(1) };
const html: SendResult = { trouble: UNEXPECTED };

/** The browser's own store, which all windows share. */
const browser = createPhotoStore();

let stores: AppStore[] = [];
function openWindow(): AppStore {
  const store = createStore();
  // A wait is over at once: what is tested is what happens, not when.
  jest.spyOn(store.parts.photoPause, 'wait').mockImplementation(async () => {
    for (const { key } of selectPhotos(store.getState()))
      store.dispatch({ type: 'photos/happened', payload: { key, event: { type: 'woken' } } });
    await new Promise((resolve) => setTimeout(resolve));
  });
  stores.push(store);
  return store;
}

beforeEach(async () => {
  stores = [];
  send.mockReset();
  hash.mockReset();
  hash.mockResolvedValue(shaOf(1));
  for (const { key } of await browser.all()) await browser.forget(key);
  globalThis.fetch = jest.fn(async () => new Response(null, { status: 204 }));
});

const states = (store: AppStore) => selectPhotos(store.getState()).map(({ state }) => state);
const isQuiet = (store: AppStore) =>
  !states(store).some((state) => ['waiting', 'hashing', 'sending'].includes(state));
const kept = async () => (await browser.all()).map(({ name }) => name);

describe('photos', () => {
  it('are sent one after the other in the order in which they were chosen', async () => {
    send.mockResolvedValue(saved);
    const store = openWindow();
    const files = ['c', 'a', 'b'].map((n) => photo(`${n}.jpg`));
    await store.dispatch(addPhotos(PACKET, files));
    await until(() => states(store).every((state) => state === 'confirmed'));
    expect(send.mock.calls.map(([{ name, index }]) => [name, index])).toEqual([
      ['c.jpg', 0],
      ['a.jpg', 1],
      ['b.jpg', 2],
    ]);
    expect(new Set(send.mock.calls.map(([{ batch }]) => batch)).size).toBe(1);
    expect(await kept()).toEqual([]);
    store.dispatch(confirmedCleared(PACKET));
    expect(states(store)).toEqual([]);
  });

  it.each([
    ['a file that is no photo', { kind: 'photo-unreadable', detail: '“b.jpg” is not a photo.' }],
    ['a packet that was deleted elsewhere', { kind: 'not-found', detail: 'This packet is not here.' }],
    ['a packet that is full', { kind: 'packet-full', detail: 'A packet takes 60 pages.' }],
  ] as [string, Trouble][])(
    'are held back for %s, with their bytes, and the others go on',
    async (_what, bad) => {
      send.mockImplementation(async ({ name }) => (name === 'b.jpg' ? { trouble: bad } : saved));
      const store = openWindow();
      const [, key] = await store.dispatch(
        addPhotos(PACKET, [photo('a.jpg'), photo('b.jpg'), photo('c.jpg')]),
      );
      await until(() => isQuiet(store));
      expect(states(store)).toEqual(['confirmed', 'held', 'confirmed']);
      expect(await kept()).toEqual(['b.jpg']);
      expect((await store.dispatch(photoOf(key)))?.blob).toBeInstanceOf(Blob);

      // So it is after a reload, too, and it is not sent again by itself.
      send.mockClear();
      const after = openWindow();
      await after.dispatch(resumePhotos());
      expect(states(after)).toEqual(['held']);
      expect(send).not.toHaveBeenCalled();

      send.mockResolvedValue(saved);
      await after.dispatch(aimPhoto(key, OTHER));
      await until(() => states(after)[0] === 'confirmed');
      expect(send.mock.calls[0][0]).toMatchObject({ key, packetId: OTHER });
      expect(await kept()).toEqual([]);
    },
  );

  it('of which one cannot be read hold nobody up, also after a reload', async () => {
    send.mockResolvedValue(saved);
    hash.mockRejectedValueOnce(new DOMException('gone', 'NotFoundError'));
    const store = openWindow();
    await store.dispatch(addPhotos(PACKET, [photo('gone.jpg'), photo('b.jpg')]));
    await until(() => isQuiet(store));
    expect(states(store)).toEqual(['held', 'confirmed']);
    expect(selectPhotos(store.getState())[0].trouble?.detail).toMatch(
      /cannot be read on this device any more/,
    );
    const after = openWindow();
    await after.dispatch(addPhotos(OTHER, [photo('c.jpg')]));
    await after.dispatch(resumePhotos());
    await until(() => isQuiet(after));
    expect(states(after).sort()).toEqual(['confirmed', 'held']);
  });

  it.each([
    ['the server away', { trouble: OFFLINE }],
    ['an error page of a machine in between', html],
    ['a server that breaks', { trouble: { kind: 'broken', detail: 'Something broke.' } }],
    ['a page of other bytes', { page: fakePage(2) }],
  ] as [string, SendResult][])(
    'are kept through %s, and sent again with the same key',
    async (_what, answer) => {
      const store = openWindow();
      let answers = 0;
      send.mockImplementation(async () => {
        expect(await kept()).toContain('a.jpg');
        return answers++ < 4 ? answer : saved;
      });
      await store.dispatch(addPhotos(PACKET, [photo('a.jpg')]));
      await until(() => states(store)[0] === 'confirmed');
      expect(new Set(send.mock.calls.map(([{ key }]) => key)).size).toBe(1);
      // The server is asked what has become of it before it is sent again.
      expect(send.mock.calls.map(([, { isAgain }]) => isAgain)).toEqual([false, true, true, true, true]);
      expect(await kept()).toEqual([]);
    },
  );

  it('of which one breaks the server do not wait for it', async () => {
    const broken: SendResult = { trouble: { kind: 'broken', detail: 'Something broke.' } };
    send.mockImplementation(async ({ name }) => (name === 'a.jpg' ? broken : saved));
    const store = createStore();
    await store.dispatch(addPhotos(PACKET, [photo('a.jpg'), photo('b.jpg'), photo('c.jpg')]));
    await until(() =>
      states(store)
        .slice(1)
        .every((state) => state === 'confirmed'),
    );
    expect(states(store)[0]).toBe('waiting');
    const [{ key }] = selectPhotos(store.getState());
    await store.dispatch(throwAway(key));
    store.parts.photoPause.wake();
  });

  it('that an earlier visit left are picked up, and the server is asked for them first', async () => {
    send.mockResolvedValue(saved);
    const left = { key: 'left-over', packetId: PACKET, name: 'left.jpg', blob: photo('left.jpg'), order: 1 };
    await browser.keep(left);
    const store = openWindow();
    await store.dispatch(resumePhotos());
    await until(() => states(store)[0] === 'confirmed');
    expect(send.mock.calls[0][0]).toMatchObject({ key: 'left-over', name: 'left.jpg' });
    expect(send.mock.calls[0][1].isAgain).toBe(true);
  });

  it('that the browser had no room for are known to be in this window only', async () => {
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('no room', 'QuotaExceededError');
    });
    let letGo: (result: SendResult) => void = () => undefined;
    send.mockImplementation(() => new Promise((resolve) => (letGo = resolve)));
    const store = openWindow();
    await store.dispatch(addPhotos(PACKET, [photo('a.jpg')]));
    put.mockRestore();
    expect(selectPhotos(store.getState()).filter(isOnlyHere)).toHaveLength(1);
    await until(() => states(store)[0] === 'sending');
    letGo(saved);
    await until(() => states(store)[0] === 'confirmed');
    expect(selectPhotos(store.getState()).filter(isOnlyHere)).toHaveLength(0);
  });
});

describe('a photo is taken back', () => {
  let removed: string[];
  beforeEach(() => {
    removed = [];
    globalThis.fetch = jest.fn(async (request: Request | string | URL) => {
      if (request instanceof Request && request.url.endsWith('/arrangement')) {
        const { known } = (await request.clone().json()) as { known: string[] };
        removed.push(...known);
      }
      return new Response(null, { status: 204 });
    });
  });

  it('that has not been sent: it never is', async () => {
    let letGo: (result: SendResult) => void = () => undefined;
    send.mockImplementationOnce(() => new Promise((resolve) => (letGo = resolve))).mockResolvedValue(saved);
    const store = openWindow();
    const [, second] = await store.dispatch(addPhotos(PACKET, [photo('a.jpg'), photo('b.jpg')]));
    await store.dispatch(withdrawPhoto(second));
    letGo(saved);
    await until(() => states(store)[0] === 'confirmed');
    expect(states(store)).toEqual(['confirmed']);
    expect(send.mock.calls.map(([{ name }]) => name)).toEqual(['a.jpg']);
    expect(await kept()).toEqual([]);
    expect(removed).toEqual([]);
  });

  it('that is being sent, or has become a page: the page goes', async () => {
    let letGo: (result: SendResult) => void = () => undefined;
    send.mockImplementationOnce(() => new Promise((resolve) => (letGo = resolve))).mockResolvedValue(saved);
    const store = openWindow();
    const [first] = await store.dispatch(addPhotos(PACKET, [photo('a.jpg')]));
    await until(() => states(store)[0] === 'sending');
    await store.dispatch(withdrawPhoto(first));
    letGo(saved);
    await until(() => removed.length === 1);
    const [other] = await store.dispatch(addPhotos(PACKET, [photo('b.jpg')]));
    await until(() => states(store)[0] === 'confirmed');
    await store.dispatch(withdrawPhoto(other));
    expect(removed).toHaveLength(2);
    expect(removed[1]).toContain(fakePage(1).id);
    expect(states(store)).toEqual([]);
  });
});

describe('whatever the network, the server and the person’s tabs do', () => {
  type Happening = 'ok' | 'lost' | 'html' | 'offline' | 'broken' | 'wrong' | 'throws';
  const happening = fc.constantFrom<Happening>('ok', 'lost', 'html', 'offline', 'broken', 'wrong', 'throws');

  /** A server that makes one page a key, and answers as it pleases. */
  function randomServer(happenings: readonly Happening[]) {
    const pages = new Map<string, Page>();
    let made = 0;
    let next = 0;
    const answer = async (sent: KeptPhoto): Promise<SendResult> => {
      await new Promise((resolve) => setTimeout(resolve));
      const what = happenings[next++] ?? 'ok';
      const arrives = what === 'ok' || what === 'lost' || what === 'wrong';
      if (arrives && !pages.has(sent.key)) {
        made++;
        pages.set(sent.key, fakePage(1));
      }
      if (what === 'throws') throw new Error('This should not happen');
      if (what === 'html') return html;
      if (what === 'broken') return { trouble: { kind: 'broken', detail: 'x' } };
      if (what === 'wrong') return { page: fakePage(7) };
      return what === 'ok' ? { page: fakePage(1) } : { trouble: OFFLINE };
    };
    return { pages, answer, made: () => made };
  }

  it('no photo is lost, and none makes two pages', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 4 }),
        fc.array(happening, { maxLength: 14 }),
        fc.array(fc.nat(3), { maxLength: 3 }),
        async (count, happenings, crashes) => {
          for (const { key } of await browser.all()) await browser.forget(key);
          const server = randomServer(happenings);
          send.mockImplementation(server.answer);
          const names = Array.from({ length: count }, (_, i) => `${i}.jpg`);
          let store = openWindow();
          const keys = await store.dispatch(addPhotos(PACKET, names.map(photo)));
          const isSafe = async () => {
            const here = new Set((await browser.all()).map(({ key }) => key));
            return keys.every((key) => here.has(key) || server.pages.has(key));
          };
          for (const steps of crashes) {
            for (let i = 0; i < steps; i++) await new Promise((resolve) => setTimeout(resolve));
            expect(await isSafe()).toBe(true);
            // The tab is killed: what it was doing ends unheard. Another is opened, or two.
            for (const { key } of selectPhotos(store.getState())) store.dispatch(gone(key));
            store = openWindow();
            const beside = openWindow();
            followPhotos(beside);
            await Promise.all([store.dispatch(resumePhotos()), beside.dispatch(resumePhotos())]);
          }
          await until(async () => {
            expect(await isSafe()).toBe(true);
            store.dispatch(wakePhotos());
            return (await browser.all()).length === 0;
          });
          expect(server.made()).toBe(count);
          expect([...server.pages.keys()].sort()).toEqual([...keys].sort());
        },
      ),
      { numRuns: 60 },
    );
  });
});
