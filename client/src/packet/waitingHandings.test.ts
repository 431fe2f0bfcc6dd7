import 'fake-indexeddb/auto';
import { briefSchema, type Attempt, type MyBrief } from '@ravlo/contract';
import { fakePage, fakeProblem } from '../../test/fakes';
import type { HandOverGiven } from './handOver';
import { selectHandings } from './handingsSlice';
import { hashOf } from './hashOf';
import { sendHanded } from './sendHanded';
import { createStore, type AppStore } from './store';
import { OFFLINE } from './trouble';
import { followHandings, letWait, resumeHandings, sendHandings, waitNoMore } from './waitingHandings';

// Bytes go up by another door in a browser.
jest.mock('./sendHanded', () => ({ sendHanded: jest.fn() }));

const { id, packetId } = fakePage(7);
const brief = briefSchema.parse({
  ...{ id, classId: id, title: 'Tides, week 3', unit: '', instructions: '', worksheet: null, points: null },
  ...{ attempts: 3, paper: null, dueAt: null, afterDue: { kind: 'late' }, format: 'pdf', mostBytes: null },
  ...{
    pages: { kind: 'any' },
    namePattern: null,
    statement: null,
    takesComment: false,
    by: { kind: 'desk' },
  },
});
const file = new File(['the very bytes'], 'Tides.pdf', { type: 'application/pdf' });
const given: HandOverGiven = {
  ...{ packetId, files: [file], comment: 'Page 2 is rough.', isConfirmed: true, parts: null, mail: null },
};

/** A class desk that can be away, and that refuses where it is told to. */
function openDesk() {
  const attempts: Attempt[] = [];
  const entered: unknown[] = [];
  const desk = { attempts, entered, isAway: true, refuses: false };
  const mine = (): MyBrief => ({
    brief,
    deskClass: { id, name: 'Coastal navigation', marker: 'Ada Holm' },
    attempts,
  });
  jest.mocked(sendHanded).mockImplementation(async () => (desk.isAway ? OFFLINE : null));
  globalThis.fetch = jest.fn(async (input: URL | RequestInfo) => {
    const request = input as Request;
    if (desk.isAway) throw new TypeError('Failed to fetch');
    if (request.method === 'GET') return Response.json(mine());
    const facts = (await request.json()) as { fileName: string; comment: string; sha256: string };
    entered.push(facts);
    if (desk.refuses) return Response.json(fakeProblem('desk-closed', 409), { status: 409 });
    const arrivedAt = '2026-03-09T12:00:00.000Z';
    const receipt = {
      ...{ kind: 'ravlo-receipt', version: 1, id, person: 'Imke Tarn', deskClass: '', brief: brief.title },
      ...{ attempt: 1, attemptsAllowed: 3, fileName: facts.fileName, pages: 1, bytes: file.size, arrivedAt },
      ...{ sha256: facts.sha256, dueAt: null, isLate: false, key: 'k', signature: 's' },
    } as const;
    const base = { id, briefId: id, comment: facts.comment, packetId, takenBackAt: null, given: null };
    const attempt = { ...base, receipt } as Attempt;
    attempts.push(attempt);
    return Response.json(attempt);
  });
  return { desk, mine };
}

/** The windows of one browser: what one tells, the others hear. */
const windows: { readonly store: AppStore; readonly hear: (message: unknown) => void }[] = [];
function openWindow(): AppStore {
  const store = createStore();
  const listeners: ((message: unknown) => void)[] = [];
  store.parts.hearOthers = (listener) => {
    listeners.push(listener);
    return () => undefined;
  };
  const hear = (message: unknown) => listeners.forEach((listener) => listener(message));
  store.parts.tellOthers = (message) =>
    windows.filter((window) => window.store !== store).forEach((window) => window.hear(message));
  windows.push({ store, hear });
  return store;
}
const waiting = (store: AppStore) => selectHandings(store.getState());

afterEach(async () => {
  for (const { store } of windows.splice(0)) await store.dispatch(waitNoMore(id));
});

it('waits with its very bytes, over a reload, and is handed over once, when the desk answers', async () => {
  const { desk, mine } = openDesk();
  const before = openWindow();
  expect(await before.dispatch(letWait(mine(), given))).toBe(true);
  await before.dispatch(sendHandings());
  expect(waiting(before)).toMatchObject([{ briefTitle: 'Tides, week 3', refused: null }]);

  const later = openWindow();
  await later.dispatch(resumeHandings());
  expect(waiting(later)).toHaveLength(1);
  desk.isAway = false;
  await Promise.all([later.dispatch(sendHandings()), later.dispatch(sendHandings())]);
  expect(waiting(later)).toEqual([]);
  expect(desk.entered).toMatchObject([
    { fileName: 'Tides.pdf', comment: 'Page 2 is rough.', sha256: await hashOf(file) },
  ]);
  expect(later.getState().troubles.remark).toMatch(/^Tides, week 3 is handed over\./);
  // The first window still had it on its list: it is not handed over a second time.
  await before.dispatch(sendHandings());
  expect(desk.entered).toHaveLength(1);
  expect(waiting(before)).toEqual([]);
});

it('is not sent again where its answer was lost: the desk is asked first', async () => {
  const { desk, mine } = openDesk();
  const store = openWindow();
  await store.dispatch(letWait(mine(), given));
  desk.isAway = false;
  await store.dispatch(sendHandings());
  // The answer was lost on the way: it waits here, and lies there.
  await store.dispatch(letWait({ ...mine(), attempts: [] }, given));
  await store.dispatch(sendHandings());
  expect(desk.entered).toHaveLength(1);
  expect(waiting(store)).toEqual([]);
});

it('what the desk refuses waits for the person, and is not tried again by itself', async () => {
  const { desk, mine } = openDesk();
  const store = openWindow();
  await store.dispatch(letWait(mine(), given));
  Object.assign(desk, { isAway: false, refuses: true });
  await store.dispatch(sendHandings());
  await store.dispatch(sendHandings());
  expect(desk.entered).toHaveLength(1);
  expect(waiting(store)).toMatchObject([{ refused: 'It is desk-closed.' }]);
  const later = openWindow();
  await later.dispatch(resumeHandings());
  expect(waiting(later)).toMatchObject([{ refused: 'It is desk-closed.' }]);
  expect(desk.entered).toHaveLength(1);
});

it('is not handed over once the person has taken it out, in whichever window', async () => {
  const { desk, mine } = openDesk();
  const [one, other] = [openWindow(), openWindow()];
  [one, other].forEach(followHandings);
  await one.dispatch(letWait(mine(), given));
  expect(waiting(other)).toHaveLength(1);
  await other.dispatch(waitNoMore(id));
  expect(waiting(one)).toEqual([]);
  desk.isAway = false;
  await one.dispatch(sendHandings());
  expect(desk.entered).toEqual([]);
});

it('the last that was asked for is the one that waits', async () => {
  const { desk, mine } = openDesk();
  const store = openWindow();
  await store.dispatch(letWait(mine(), given));
  const better = new File(['better bytes'], 'Tides, better.pdf', { type: 'application/pdf' });
  await store.dispatch(letWait(mine(), { ...given, files: [better] }));
  desk.isAway = false;
  await store.dispatch(sendHandings());
  expect(desk.entered).toMatchObject([{ fileName: 'Tides, better.pdf' }]);
});
