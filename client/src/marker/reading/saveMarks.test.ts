import {
  FRESH_MARKING,
  keyOfEdit,
  mergeMarkEdits,
  type MarkEdit,
  type MarkEdits,
  type Marking,
  type Reading,
} from '@ravlo/contract';
import { createStore, type AppStore } from '@/packet/store';
import { selectMarks } from './marksSlice';
import { saveMarks, sayMark, takeUpMarks } from './saveMarks';

const ID = '11111111-1111-4111-8111-111111111111';
const at = '2026-05-14T18:00:00.000Z';

/** A desk with one work on it, that merges as the server does; what stands between it and the windows can go wrong. */
function openDesk() {
  let marking: Marking = FRESH_MARKING;
  let version = 0;
  const desk = { line: 'well' as 'well' | 'away' | 'lost-answer' | 'refusing', asked: 0 };
  const reading = (): Reading => ({
    attempt: {
      ...{ id: ID, briefId: ID, comment: '', packetId: null, takenBackAt: null, given: null },
      receipt: {
        ...{ kind: 'ravlo-receipt', version: 1, id: ID, person: 'I', deskClass: 'c', brief: 'b', attempt: 1 },
        ...{ attemptsAllowed: null, fileName: 'a.pdf', pages: 1, bytes: 1, sha256: '0'.repeat(64) },
        ...{ arrivedAt: at, dueAt: null, isLate: false, key: 'k', signature: 's' },
      },
    },
    brief: {
      ...{ id: ID, classId: ID, title: 'b', unit: '', instructions: '', worksheet: null, dueAt: null },
      ...{ afterDue: { kind: 'late' }, points: 20, attempts: null, format: 'pdf', mostBytes: null },
      ...{ pages: { kind: 'any' }, paper: null, namePattern: null, statement: null, takesComment: true },
      by: { kind: 'desk' },
    },
    student: {
      ...{
        id: ID,
        name: 'I',
        firstName: 'I',
        surname: '',
        studentNumber: '',
        pattern: 'waves',
        hasLeft: false,
      },
    },
    ...{ parts: [], marking, authors: {}, version, givenBackAt: null, isChangedSince: false },
    newerAttemptId: null,
  });
  const json = (body: unknown, status = 200) =>
    new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
  globalThis.fetch = async (input) => {
    const request = input as Request;
    if (request.method !== 'PATCH') return json(reading());
    desk.asked++;
    if (desk.line === 'away') throw new TypeError('Failed to fetch');
    if (desk.line === 'refusing')
      return json(
        {
          type: '/problems/points-too-many',
          title: 'Too many',
          status: 422,
          detail: 'There are 20 points at most.',
        },
        422,
      );
    const { edits } = (await request.json()) as MarkEdits;
    const merged = mergeMarkEdits(marking, edits);
    marking = merged.marking;
    version += merged.changed.length > 0 ? 1 : 0;
    if (desk.line === 'lost-answer') throw new TypeError('Failed to fetch');
    return json({ reading: reading(), clashes: merged.clashes.map(keyOfEdit) });
  };
  return Object.assign(desk, { marking: () => marking, version: () => version });
}

const points = (from: number | null, to: number | null): MarkEdit => ({ of: 'points', from, to });
const comment = (from: string, to: string): MarkEdit => ({ of: 'comment', from, to });
const unsaved = (store: AppStore) => selectMarks(store.getState(), ID);

let desk: ReturnType<typeof openDesk>;
beforeEach(() => {
  localStorage.clear();
  desk = openDesk();
});

describe('what a marker says', () => {
  it('is saved once, however much of it was typed', async () => {
    const store = createStore();
    store.dispatch(sayMark(ID, comment('', 'G')));
    store.dispatch(sayMark(ID, comment('G', 'Good.')));
    expect(await store.dispatch(saveMarks(ID))).toBe(true);
    expect(desk.marking().comment).toBe('Good.');
    expect(desk.asked).toBe(1);
    expect(unsaved(store)).toMatchObject({ pending: [], sending: [], trouble: null });
    // Typing in one field is one step.
    expect(unsaved(store).steps).toEqual([comment('', 'Good.')]);
  });

  it('goes in beside what another window says, and never over it', async () => {
    const [one, other] = [createStore(), createStore()];
    one.dispatch(sayMark(ID, points(null, 15)));
    await one.dispatch(saveMarks(ID));
    other.dispatch(sayMark(ID, points(null, 12)));
    other.dispatch(sayMark(ID, comment('', 'Good.')));
    await other.dispatch(saveMarks(ID));
    expect(desk.marking()).toMatchObject({ points: 15, comment: 'Good.' });
    expect(unsaved(other).clashes).toEqual(['points']);
    expect(unsaved(one).clashes).toEqual([]);
  });

  it('is kept while the server is away, and taken up by the next window', async () => {
    desk.line = 'away';
    const closed = createStore();
    closed.dispatch(sayMark(ID, points(null, 15)));
    expect(await closed.dispatch(saveMarks(ID))).toBe(false);
    expect(unsaved(closed)).toMatchObject({ pending: [points(null, 15)], sending: [] });
    desk.line = 'well';
    const next = createStore();
    next.dispatch(takeUpMarks(ID));
    expect(await next.dispatch(saveMarks(ID))).toBe(true);
    expect(desk.marking().points).toBe(15);
    // Nothing is left to be taken up again.
    const third = createStore();
    third.dispatch(takeUpMarks(ID));
    expect(unsaved(third).pending).toEqual([]);
  });

  it('is not said twice where the answer was lost, and does not stand against itself', async () => {
    const store = createStore();
    desk.line = 'lost-answer';
    store.dispatch(sayMark(ID, points(null, 15)));
    expect(await store.dispatch(saveMarks(ID))).toBe(false);
    desk.line = 'well';
    expect(await store.dispatch(saveMarks(ID))).toBe(true);
    expect(desk.version()).toBe(1);
    expect(unsaved(store).clashes).toEqual([]);
  });

  it('is let go, and that is told, where the server will never take it', async () => {
    desk.line = 'refusing';
    const store = createStore();
    store.dispatch(sayMark(ID, points(null, 21)));
    expect(await store.dispatch(saveMarks(ID))).toBe(false);
    expect(unsaved(store)).toMatchObject({ pending: [], trouble: 'There are 20 points at most.' });
  });
});
