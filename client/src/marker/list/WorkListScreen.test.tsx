import { fireEvent, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { briefSchema, type Attempt, type BriefWork, type Work } from '@ravlo/contract';
import { createStore } from '@/packet/store';
import { WorkListScreen } from './WorkListScreen';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush, replace: jest.fn() }) }));

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const BRIEF = id(1);
const DUE = '2026-05-14T18:00:00.000Z';
const brief = briefSchema.parse({
  ...{ id: BRIEF, classId: id(2), title: 'Tides, week 3', unit: '', instructions: '', worksheet: null },
  ...{ points: 20, attempts: 3, paper: null, dueAt: DUE, afterDue: { kind: 'late' }, format: 'pdf' },
  ...{ mostBytes: null, pages: { kind: 'any' }, namePattern: null, statement: null, takesComment: false },
  by: { kind: 'desk' },
});

/** Student number n: every third has handed nothing over, every fifth of the others late. */
function workOf(n: number): Work {
  const arrivedAt = new Date(Date.parse(DUE) + (n % 5 === 0 ? n : -n) * 60_000).toISOString();
  const receipt = {
    ...({ kind: 'ravlo-receipt', version: 1 } as const),
    ...{ id: id(3000 + n), person: '', deskClass: '', brief: brief.title },
    ...{ attempt: 1, attemptsAllowed: 3, fileName: 'Tides.pdf', pages: 2, bytes: 90_000, dueAt: DUE },
    ...{ sha256: 'a'.repeat(64), arrivedAt, isLate: n % 5 === 0, key: 'k', signature: 's' },
  };
  const base = { id: id(1000 + n), briefId: BRIEF, packetId: null, takenBackAt: null, comment: '' };
  const attempt: Attempt = { ...base, receipt, given: null };
  return {
    student: {
      ...{ id: id(2000 + n), name: `Student ${String(n).padStart(3, '0')}`, pattern: 'waves' },
      ...{ firstName: 'Student', surname: '', studentNumber: '', hasLeft: false },
    },
    ...{ dueAt: DUE, isExtended: false, attemptsLeft: 2, mark: null },
    attempts: n % 3 === 0 ? [] : [attempt],
  };
}

const COUNTS = { students: 0, toMark: 0, marked: 0, nothingYet: 0 };

function show(students: number) {
  // A list is never near its end here: rows come by what is done.
  globalThis.IntersectionObserver = class {
    observe = () => undefined;
    disconnect = () => undefined;
  } as never;
  Element.prototype.scrollIntoView = () => undefined;
  const data: BriefWork = {
    now: '2026-05-14T12:00:00.000Z',
    deskClass: { id: id(2), name: 'Coastal navigation', marker: 'Ada Holm' },
    marked: { brief, publishAt: null, isDeleted: false, version: 1, counts: COUNTS },
    work: Array.from({ length: students }, (_, i) => workOf(i + 1)),
  };
  globalThis.fetch = async () => Response.json(data);
  const store = createStore({ darkroom: {} as never });
  render(
    <Provider store={store}>
      <WorkListScreen briefId={BRIEF} />
    </Provider>,
  );
}

// By role would look at all that is drawn, each time.
const rows = () => [...document.querySelectorAll('[role=listitem]')];
const press = (key: string) => fireEvent.keyDown(document.body, { key });

async function shown(students: number) {
  show(students);
  await screen.findByRole('heading', { name: 'Tides, week 3' });
}

beforeEach(() => mockPush.mockReset());

describe('the list of a brief', () => {
  it('draws of three hundred students what fits, and by key comes to each of them', async () => {
    await shown(300);
    const first = rows().length;
    expect(first).toBeGreaterThan(8);
    expect(first).toBeLessThan(30);
    for (let i = 0; i < 30; i++) press('j');
    expect(rows().length).toBe(31);
    expect(screen.getByText('Student 031')).toBeVisible();
    press('Enter');
    expect(mockPush).toHaveBeenCalledWith(`/mark/attempt/${id(1031)}`);
  });

  it('finds anybody by a part of the name, however far down', async () => {
    await shown(300);
    fireEvent.change(screen.getByLabelText('Find a name'), { target: { value: 'ent 28' } });
    expect(rows().map((row) => /Student \d+/.exec(row.textContent ?? '')?.[0])).toEqual(
      Array.from({ length: 10 }, (_, i) => `Student 28${i}`),
    );
  });

  it('marks what came first next', async () => {
    await shown(30);
    press('m');
    // The earliest: the highest number that is neither late nor missing.
    expect(mockPush).toHaveBeenCalledWith(`/mark/attempt/${id(1029)}`);
  });

  it('says so where nobody is in the class', async () => {
    await shown(0);
    expect(screen.getByText('Nobody is in this class yet. Show them its code.')).toBeVisible();
  });
});
