import type { Attempt, Work } from '@ravlo/contract';
import { inOrder, isOfKind } from './list/workOrder';
import { neighboursOf, pageOfPart } from './reading/neighbours';
import { sayWorkDetail, sayWorkState, workState } from './sayWork';

const DUE = new Date(2026, 4, 14, 18, 0);
const NOW = DUE.getTime() + 3_600_000;
const at = (minutes: number) => new Date(DUE.getTime() + minutes * 60_000).toISOString();

const attempt = (id: string, minutes: number, takenBack: number | null = null): Attempt => ({
  ...{ id, briefId: 'b', comment: '', packetId: null, given: null },
  takenBackAt: takenBack === null ? null : at(takenBack),
  receipt: {
    ...{ kind: 'ravlo-receipt', version: 1, id, person: '', deskClass: '', brief: '', attempt: 1 },
    ...{ attemptsAllowed: 3, fileName: 'a.pdf', pages: 2, bytes: 9, sha256: '', key: '', signature: '' },
    ...{ arrivedAt: at(minutes), dueAt: DUE.toISOString(), isLate: minutes > 0 },
  },
});

const work = (name: string, attempts: Attempt[], change: Partial<Work> = {}): Work => ({
  student: {
    ...{ id: name, name, firstName: name, surname: '', studentNumber: '' },
    pattern: 'waves',
    hasLeft: false,
  },
  ...{ dueAt: DUE.toISOString(), isExtended: false, attempts, attemptsLeft: 2, mark: null },
  ...change,
});
const mark = { points: 17, pins: 0, by: 'Ada Holm', givenBackAt: null, isChangedSince: false };

const PELL = work('Pell', [attempt('p', -118)]);
const KESTER = work('Kester', []);
const NILS = work('Nils', [attempt('n', 20)]);
const ODO = work('Odo', [attempt('o', -40, -20)]);
const LIV = work('Liv', [attempt('l', -128)], { mark });
const ALL = [PELL, KESTER, NILS, ODO, LIV];

it.each([
  [PELL, 'handed-over', 'Handed over 16:02', '2 h early'],
  [KESTER, 'nothing-yet', 'Nothing yet', '1 h over'],
  [NILS, 'handed-over', 'Handed over 18:20', 'late by 20 min'],
  [ODO, 'taken-back', 'Taken back 17:40', '2 attempts left'],
  [LIV, 'marked', 'Marked 17 of 20', '2 h early, not given back'],
] as const)('says where a work stands', (each, state, words, detail) => {
  expect(workState(each)).toBe(state);
  expect(sayWorkState(each, { points: 20 })).toBe(words);
  expect(sayWorkDetail(each, NOW)).toBe(detail);
});

it('says that a mark was given back, and that it was changed since', () => {
  const given = { ...mark, givenBackAt: at(60) };
  expect(sayWorkDetail({ ...LIV, mark: given }, NOW)).toBe('2 h early, given back');
  expect(sayWorkDetail({ ...LIV, mark: { ...given, isChangedSince: true } }, NOW)).toMatch(
    /changed since given back$/,
  );
});

it('sorts by when work came, and by kind', () => {
  expect(inOrder(ALL, 'came').map(({ student }) => student.name)).toEqual([
    'Liv',
    'Pell',
    'Nils',
    'Kester',
    'Odo',
  ]);
  expect(ALL.filter((each) => isOfKind(each, 'late'))).toEqual([NILS]);
  expect(ALL.filter((each) => isOfKind(each, 'handed-over'))).toEqual([PELL, NILS]);
});

it('finds who comes before and after, also of one that was taken back', () => {
  expect(neighboursOf(ALL, 'n')).toEqual({
    ...{ before: { id: 'p', name: 'Pell', isHere: false }, after: { id: 'l', name: 'Liv', isHere: false } },
    ...{ place: 2, count: 3 },
  });
  expect(neighboursOf(ALL, 'o')).toMatchObject({ before: { id: 'n' }, after: { id: 'l' }, count: 4 });
  expect(neighboursOf(ALL, 'nobody')).toMatchObject({ before: null, after: null, place: 0 });
});

it('finds the page of a part', () => {
  expect(pageOfPart(['a', null, 'b'], 'b')).toBe(3);
  expect(pageOfPart(['a'], 'c')).toBeNull();
  expect(pageOfPart([], null)).toBeNull();
});
