import { briefSchema, type Attempt, type Given, type MyBrief } from '@ravlo/contract';
import { inOrderOfNeed, mostUrgent, sayAttempt, sayState, standing, stateOf } from './sayBrief';

const NOW = Date.parse('2026-03-09T12:00:00.000Z');
const HOUR = 3600_000;
const id = '00000000-0000-4000-8000-000000000001';

function mine(title: string, dueIn: number | null, change: Partial<MyBrief> = {}, isClosed = false): MyBrief {
  const brief = briefSchema.parse({
    ...{ id, classId: id, title, unit: '', instructions: '', worksheet: null, points: null, attempts: 3 },
    paper: null,
    ...{ dueAt: dueIn === null ? null : new Date(NOW + dueIn).toISOString() },
    ...{ afterDue: { kind: isClosed ? 'closed' : 'late' }, format: 'pdf', mostBytes: null },
    ...{ pages: { kind: 'any' }, namePattern: null, statement: null, takesComment: false },
    by: { kind: 'desk' },
  });
  return {
    brief,
    deskClass: { id, name: 'Coastal navigation', marker: 'Ada Holm' },
    attempts: [],
    ...change,
  };
}

const attempt = (takenBackAt: string | null, isLate = false) =>
  ({ takenBackAt, given: null, receipt: { arrivedAt: new Date(NOW).toISOString(), isLate } }) as Attempt;

const given = { points: 17, most: 20 } as Given;

describe('a brief in words', () => {
  it.each([
    [mine('a', 3 * HOUR), 'Due in 3 h'],
    [mine('a', -3 * HOUR), '3 h late'],
    [mine('a', -3 * HOUR, {}, true), 'Closed 3 h ago'],
    [mine('a', null), 'Any time'],
    [mine('a', HOUR, { attempts: [attempt(null)] }), 'Handed over'],
    [mine('a', HOUR, { attempts: [attempt(null, true)] }), 'Handed over, late'],
    [mine('a', HOUR, { attempts: [attempt('2026-03-09T11:00:00.000Z')] }), 'Taken back, in 1 h'],
    [mine('a', HOUR, { attempts: [{ ...attempt(null), given }] }), 'Marked 17 of 20'],
    [mine('a', HOUR, { attempts: [{ ...attempt(null), given: { ...given, most: null } }] }), 'Marked'],
  ])('%#: %s', (given, words) => expect(sayState(given, NOW)).toBe(words));

  it('counts attempts, also those that were taken back', () => {
    const back = attempt('2026-03-09T11:00:00.000Z');
    expect(sayAttempt(mine('a', HOUR))).toBe('Attempt 1 of 3');
    expect(sayAttempt(mine('a', HOUR, { attempts: [back, back] }))).toBe('Attempt 3 of 3');
    expect(sayAttempt(mine('a', HOUR, { attempts: [back, back, attempt(null)] }))).toBe(
      'No attempts are left',
    );
    expect(standing({ attempts: [back, back] })).toBeNull();
  });

  it('puts what needs the person first, and what is over last', () => {
    const briefs = [
      mine('closed', -9 * HOUR, {}, true),
      mine('late', -HOUR),
      mine('done', HOUR, { attempts: [attempt(null)] }),
      mine('soon', 2 * HOUR),
      mine('then', 3 * HOUR),
      mine('any', null),
    ];
    const titles = inOrderOfNeed(briefs, NOW).map(({ brief }) => brief.title);
    expect(titles).toEqual(['late', 'soon', 'then', 'any', 'done', 'closed']);
  });

  it('tells where it stands apart from its time', () => {
    const back = attempt('2026-03-09T11:00:00.000Z');
    expect(stateOf(mine('a', HOUR), false)).toBe('nothing-yet');
    expect(stateOf(mine('a', HOUR), true)).toBe('in-work');
    expect(stateOf(mine('a', HOUR, { attempts: [back] }), true)).toBe('taken-back');
    expect(stateOf(mine('a', HOUR, { attempts: [back, attempt(null, true)] }), true)).toBe(
      'handed-over-late',
    );
  });

  it('presses only where half an hour or less is left, and nothing lies there', () => {
    const HALF = HOUR / 2;
    const back = attempt('2026-03-09T11:00:00.000Z');
    const title = (...briefs: MyBrief[]) => mostUrgent(briefs, NOW)?.mine.brief.title ?? null;
    expect(title(mine('now', HALF), mine('later', HOUR))).toBe('now');
    expect(title(mine('a', HALF), mine('b', HALF - 1))).toBe('b');
    expect(title(mine('a', HALF + 1), mine('late', -1), mine('any', null))).toBeNull();
    expect(title(mine('done', HALF, { attempts: [attempt(null)] }))).toBeNull();
    expect(title(mine('again', HALF, { attempts: [back] }))).toBe('again');
    expect(title(mine('none left', HALF, { attempts: [back, back, back] }))).toBeNull();
  });
});
