import { z } from 'zod';
import { dropKept, keep, keepText, kept, keptText } from './kept';

const schema = z.object({ size: z.number() });

describe('what a browser keeps', () => {
  afterEach(() => {
    jest.restoreAllMocks();
    localStorage.clear();
  });

  it('is there again, until it is dropped', () => {
    expect([keep('a', { size: 3 }), keepText('b', 'large')]).toEqual([true, true]);
    expect([kept('a', schema), keptText('b')]).toEqual([{ size: 3 }, 'large']);
    dropKept('a');
    expect([kept('a', schema), keptText('a')]).toEqual([null, null]);
  });

  it.each(['', '{', 'null', '{"size":"3"}', '[]'])(
    'is nothing where what lies there makes no sense: %j',
    (text) => {
      keepText('a', text);
      expect(kept('a', schema)).toBeNull();
    },
  );

  it('is nothing, and said to be, in a browser that has no room or lets nobody in', () => {
    const refuse = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    for (const way of ['getItem', 'setItem', 'removeItem'] as const)
      jest.spyOn(Storage.prototype, way).mockImplementation(refuse);
    expect([keep('a', { size: 3 }), keepText('b', 'large')]).toEqual([false, false]);
    expect([kept('a', schema), keptText('b')]).toEqual([null, null]);
    expect(() => dropKept('a')).not.toThrow();
  });
});
