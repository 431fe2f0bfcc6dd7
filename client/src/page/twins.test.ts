import type { Page } from '@ravlo/contract';
import { twinOf } from './twins';

const page = (id: string, photo: string) => ({ id, photo: { id: photo } }) as Page;
const PAGES = [page('a', 'x'), page('b', 'y'), page('c', 'x'), page('d', 'x')];

it('names the first page of the same bytes', () => {
  expect(twinOf(PAGES, 'c')).toBe(1);
  expect(twinOf(PAGES, 'd')).toBe(1);
});

it('has nothing to say of the first, the only one, or one that is not there', () => {
  for (const id of ['a', 'b', 'z', null]) expect(twinOf(PAGES, id)).toBeNull();
});
