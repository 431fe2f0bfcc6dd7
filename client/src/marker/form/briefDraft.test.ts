import { dropDraft, keepDraft, takeUpDraft } from './briefDraft';
import { EMPTY_FORM } from './briefForm';

const form = { ...EMPTY_FORM, title: 'Stars', due: '2026-05-14T18:00' };
beforeEach(() => localStorage.clear());

it('keeps what is being written, each brief for itself, until it is let go', () => {
  keepDraft('a', form);
  expect(takeUpDraft('a')).toEqual(form);
  expect(takeUpDraft('b')).toBeNull();
  dropDraft('a');
  expect(takeUpDraft('a')).toBeNull();
});

it.each(['', '{', 'null', '7', '{"title":"Stars"}', JSON.stringify({ ...form, name: 'surname' })])(
  'takes nothing up that is no whole draft: %s',
  (kept) => {
    localStorage.setItem('ravlo-brief-a', kept);
    expect(takeUpDraft('a')).toBeNull();
  },
);
