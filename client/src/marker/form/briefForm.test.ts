import type { BriefContent, MarkedBrief } from '@ravlo/contract';
import {
  briefFormSchema,
  contentOf,
  EMPTY_FORM,
  formOf,
  publishAtOf,
  sayEffects,
  type BriefForm,
} from './briefForm';

const NOW = Date.parse('2026-05-01T08:00:00.000Z');
const form = (change: Partial<BriefForm>): BriefForm => ({ ...EMPTY_FORM, title: 'Stars', ...change });
const troubles = (change: Partial<BriefForm>) =>
  briefFormSchema.safeParse(form(change)).error?.issues.map(({ path }) => path.join('.')) ?? [];

const marked = (content: BriefContent, publishAt: string | null): MarkedBrief => ({
  brief: {
    ...content,
    id: '11111111-1111-4111-8111-111111111111',
    classId: '22222222-2222-4222-8222-222222222222',
  },
  ...{ publishAt, isDeleted: false, version: 3 },
  counts: { students: 0, toMark: 0, marked: 0, nothingYet: 0 },
});

describe('the form of a brief', () => {
  it.each<[string, Partial<BriefForm>]>([
    ['as it is at first', {}],
    [
      'with a due time and an end',
      { due: '2026-05-14T18:00', after: 'late-until', until: '2026-05-15T12:00' },
    ],
    ['closed when it is due', { due: '2026-05-14T18:00', after: 'closed' }],
    [
      'for a number of pages',
      { pages: 'count', least: '2', most: '4', points: '20', attempts: '3', mostMb: '4' },
    ],
    ['for parts', { pages: 'parts', parts: 'Problem 1\nProblem 2', format: 'any', paper: 'a4' }],
    ['by mail', { by: 'mail', mailTo: 'ada@skerry-point.example', takesComment: false, statement: '' }],
    [
      'into a folder, seen later',
      { by: 'folder', folder: 'Boats', publish: 'later', publishAt: '2026-05-03T09:00' },
    ],
    ['seen by nobody yet', { publish: 'no', name: [], unit: 'Sky', instructions: 'Look up.' }],
  ])('%s means what it says, and comes back as it was', (_name, change) => {
    const said = form(change);
    expect(troubles(change)).toEqual([]);
    expect(formOf(marked(contentOf(said), publishAtOf(said, NOW)), NOW)).toEqual(said);
  });

  it.each<[string, Partial<BriefForm>, string]>([
    ['without a title', { title: ' ' }, 'title'],
    ['with points that are none', { points: 'many' }, 'points'],
    ['with no points at all', { points: '0' }, 'points'],
    ['with half an attempt', { attempts: '1.5' }, 'attempts'],
    ['with fewer pages at most than at least', { pages: 'count', least: '4', most: '2' }, 'least'],
    ['with no parts', { pages: 'parts', parts: ' \n ' }, 'parts'],
    [
      'closed before it is due',
      { due: '2026-05-14T18:00', after: 'late-until', until: '2026-05-14T17:00' },
      'until',
    ],
    ['by mail to nowhere', { by: 'mail', mailTo: 'Ada' }, 'mailTo'],
    ['into no folder', { by: 'folder', folder: '' }, 'folder'],
    ['published at no time', { publish: 'later', publishAt: '' }, 'publishAt'],
    ['smaller than nothing', { mostMb: '-1' }, 'mostMb'],
  ])('is not taken %s, and says where', (_name, change, path) => {
    expect(troubles(change)).toEqual([path]);
  });

  it('takes points with a half, and a size with a comma', () => {
    expect(contentOf(form({ points: '7½', mostMb: '0,5' }))).toMatchObject({
      points: 7.5,
      mostBytes: 500_000,
    });
  });
});

describe('what a change does', () => {
  const before = contentOf(form({ points: '20', due: '2026-05-14T18:00', attempts: '3' }));
  const after = contentOf(
    form({ points: '10', due: '2026-05-15T18:00', attempts: '1', by: 'folder', folder: 'X' }),
  );
  it('is said where something has come already, and not before', () => {
    expect(sayEffects(before, after, 0)).toEqual([]);
    expect(sayEffects(before, before, 4)).toEqual([]);
    expect(sayEffects(before, after, 4)).toHaveLength(4);
    expect(sayEffects(before, after, 1)[0]).toMatch(/^One has handed over/);
  });
});
