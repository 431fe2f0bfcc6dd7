import { fakePage } from '../../test/fakes';
import { moveAnnouncements } from './announcements';

describe('moveAnnouncements', () => {
  const pages = [1, 2, 3].map((n) => fakePage(n));
  const say = moveAnnouncements(pages);
  const event = (from: number, to: number | null) =>
    ({ active: { id: pages[from].id }, over: to === null ? null : { id: pages[to].id } }) as Parameters<
      typeof say.onDragEnd
    >[0];

  it('speaks of pages by their numbers', () => {
    expect(say.onDragStart(event(1, null))).toBe('Page 2 is lifted.');
    expect(say.onDragOver(event(1, 1))).toBe('Page 2 is lifted.');
    expect(say.onDragOver(event(1, 0))).toBe('Page 2 would become page 1.');
    expect(say.onDragEnd(event(1, 0))).toBe('Page 2 is page 1 now.');
    expect(say.onDragEnd(event(1, null))).toBe('Page 2 stays where it was.');
    expect(say.onDragCancel(event(2, null))).toBe('Page 3 stays where it was.');
  });
});
