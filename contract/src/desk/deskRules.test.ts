import fc from 'fast-check';
import { briefSchema, type AfterDue } from './brief';
import {
  attemptsLeft,
  clockAhead,
  closesAt,
  isLate,
  mayHandOver,
  mayTakeBack,
  timeLeft,
  type AttemptFacts,
  type BriefTimes,
} from './deskRules';

const DUE = Date.parse('2026-03-09T17:00:00.000Z');
const iso = (at: number) => new Date(at).toISOString();
const attempt = (arrivedAt: number, change: Partial<AttemptFacts> = {}): AttemptFacts => ({
  ...{ arrivedAt, takenBackAt: null, isMarked: false },
  ...change,
});

const brief = (afterDue: AfterDue, attempts: number | null = 3): BriefTimes => ({
  dueAt: iso(DUE),
  afterDue,
  attempts,
});
const CLOSED = brief({ kind: 'closed' });
const LATE = brief({ kind: 'late' });
const DAY = 24 * 3600_000;
const LATE_A_DAY = brief({ kind: 'late-until', until: iso(DUE + DAY) });
const ALWAYS: BriefTimes = { dueAt: null, afterDue: { kind: 'closed' }, attempts: null };

describe('the very moment', () => {
  it.each([
    [CLOSED, DUE, { may: true, isLate: false, attempt: 1 }],
    [CLOSED, DUE + 1, { may: false, why: 'closed' }],
    [LATE, DUE, { may: true, isLate: false, attempt: 1 }],
    [LATE, DUE + 1, { may: true, isLate: true, attempt: 1 }],
    [LATE_A_DAY, DUE + DAY, { may: true, isLate: true, attempt: 1 }],
    [LATE_A_DAY, DUE + DAY + 1, { may: false, why: 'closed' }],
    [ALWAYS, DUE + 1000 * DAY, { may: true, isLate: false, attempt: 1 }],
  ])('%#: on time to the last, and not a moment longer', (given, now, may) =>
    expect(mayHandOver(given, [], now)).toEqual(may),
  );

  it('is the same in every time zone, also on the night when the clocks change', () => {
    // 02:30 in Oslo on the last Sunday of October is twice; each is a moment of its own.
    const first = Date.parse('2026-10-25T02:30:00+02:00');
    const second = Date.parse('2026-10-25T02:30:00+01:00');
    expect(second - first).toBe(3600_000);
    const given = { ...CLOSED, dueAt: iso(first) };
    expect(isLate(given, first)).toBe(false);
    expect(isLate(given, second)).toBe(true);
  });
});

const briefs = fc.record({
  dueAt: fc.option(fc.integer({ min: 0, max: 4e12 }).map(iso)),
  afterDue: fc.oneof(
    fc.constant<AfterDue>({ kind: 'late' }),
    fc.constant<AfterDue>({ kind: 'closed' }),
    fc.integer({ min: 0, max: 4e12 }).map((until): AfterDue => ({ kind: 'late-until', until: iso(until) })),
  ),
  attempts: fc.option(fc.integer({ min: 1, max: 5 })),
});
const now = fc.integer({ min: 0, max: 4e12 });
const made = fc.array(fc.record({ arrivedAt: now, takenBackAt: fc.option(now), isMarked: fc.boolean() }), {
  maxLength: 7,
});

describe('the rules agree with each other', () => {
  it('on whether it is late, whether it is closed, and what is left', () => {
    fc.assert(
      fc.property(briefs, now, (given, at) => {
        const left = timeLeft(given, at);
        const may = mayHandOver(given, [], at);
        expect(left.phase === 'closed').toBe(!may.may);
        if (may.may) expect(left.phase === 'late').toBe(may.isLate);
        if (left.phase === 'late') expect(left.late).toBeGreaterThan(0);
        if ('left' in left && left.left !== null) expect(left.left).toBeGreaterThanOrEqual(0);
        const end = closesAt(given);
        if (end !== null && given.dueAt !== null) expect(end).toBeGreaterThanOrEqual(Date.parse(given.dueAt));
      }),
    );
  });

  it('on attempts: each counts, also one that was taken back, and there are never fewer than none', () => {
    fc.assert(
      fc.property(briefs, made, now, (given, attempts, at) => {
        const left = attemptsLeft(given, attempts);
        if (given.attempts === null) expect(left).toBeNull();
        else expect(left).toBe(Math.max(0, given.attempts - attempts.length));
        const may = mayHandOver(given, attempts, at);
        if (may.may) {
          expect(may.attempt).toBe(attempts.length + 1);
          if (given.attempts !== null) expect(may.attempt).toBeLessThanOrEqual(given.attempts);
        }
      }),
    );
  });

  it('on taking back: never what is marked, gone, or could not be handed over again', () => {
    fc.assert(
      fc.property(briefs, made, now, fc.integer({ min: 0, max: 8 }), (given, attempts, at, index) => {
        if (!mayTakeBack(given, attempts, index, at)) return;
        expect(attempts[index]).toMatchObject({ takenBackAt: null, isMarked: false });
        expect(mayHandOver(given, attempts, at).may).toBe(true);
      }),
    );
    expect(mayTakeBack(LATE, [attempt(DUE)], 0, DUE + 5)).toBe(true);
    expect(
      mayTakeBack(
        LATE,
        [1, 2, 3].map((at) => attempt(at)),
        2,
        DUE,
      ),
    ).toBe(false);
    expect(mayTakeBack(LATE, [attempt(DUE, { isMarked: true })], 0, DUE)).toBe(false);
  });
});

it('clocks that differ are told from one answer, and the server’s counts', () => {
  expect(clockAhead(1000, 61_050, 1100)).toBe(60_000);
  // A phone that is five minutes slow believes that there is time; by the server’s clock it is late.
  const phone = DUE - 60_000;
  const ahead = clockAhead(phone, phone + 300_000, phone);
  expect(isLate(CLOSED, phone)).toBe(false);
  expect(isLate(CLOSED, phone + ahead)).toBe(true);
});

describe('a brief', () => {
  const id = '00000000-0000-4000-8000-000000000001';
  const plain = {
    ...{ id, classId: id, title: 'Tides, week 3', unit: '', instructions: '', worksheet: null },
    ...{ dueAt: null, afterDue: { kind: 'late' }, points: 20, attempts: 3, format: 'pdf', mostBytes: null },
    ...{ pages: { kind: 'any' }, namePattern: null, statement: null, takesComment: true, paper: null },
    by: { kind: 'desk' },
  };

  it('needs a title, and takes names in any script', () => {
    expect(briefSchema.safeParse(plain).success).toBe(true);
    expect(briefSchema.parse({ ...plain, title: ' جداول المد ' }).title).toBe('جداول المد');
    expect(briefSchema.safeParse({ ...plain, title: '  ' }).success).toBe(false);
  });

  it.each([
    [{ kind: 'count', least: 2, most: 4 }, true],
    [{ kind: 'count', least: 4, most: 2 }, false],
    [{ kind: 'parts', parts: ['10', '11', '13'] }, true],
    [{ kind: 'parts', parts: [] }, false],
    [{ kind: 'parts', parts: ['Question 1', 'question 1'] }, false],
    [{ kind: 'parts', parts: Array.from({ length: 60 }, (_, i) => `page ${i}`) }, true],
    [{ kind: 'parts', parts: Array.from({ length: 61 }, (_, i) => `page ${i}`) }, false],
  ])('%# asks for pages that make sense', (pages, makesSense) =>
    expect(briefSchema.safeParse({ ...plain, pages }).success).toBe(makesSense),
  );
});
