import { createStore } from './store';
import { createWindowParts, inTurn, once } from './windowParts';

function gate() {
  let open!: () => void;
  const opened = new Promise<void>((resolve) => (open = resolve));
  return { open, opened };
}

describe('what hangs on a store', () => {
  it('is its own: a second store is a second window', () => {
    const [a, b] = [createStore(), createStore()];
    for (const part of ['darkroom', 'photoStore', 'editsStore', 'inHand', 'insights', 'going'] as const)
      expect(a.parts[part]).not.toBe(b.parts[part]);
  });

  it('asks for the window’s id once', async () => {
    const windowId = jest.fn(async () => 'window-1');
    const parts = createWindowParts({ windowId });
    expect(await Promise.all([parts.windowId(), parts.windowId()])).toEqual(['window-1', 'window-1']);
    expect(windowId).toHaveBeenCalledTimes(1);
  });

  it('tells windows apart that nobody has named', async () => {
    const [a, b] = [createWindowParts(), createWindowParts()];
    expect(await a.windowId()).not.toBe(await b.windowId());
    expect(await a.windowId()).toBe(await a.windowId());
  });
});

describe('once', () => {
  it('does not begin what is going on already, and begins it anew when it is over', async () => {
    const parts = createWindowParts();
    const { open, opened } = gate();
    let begun = 0;
    const work = async () => {
      const number = ++begun;
      await opened;
      return number;
    };
    const both = [once(parts, 'find', work), once(parts, 'find', work)];
    open();
    expect(await Promise.all(both)).toEqual([1, 1]);
    expect(await once(parts, 'find', work)).toBe(2);
  });

  it('keeps apart what is about other things', async () => {
    const parts = createWindowParts();
    const work = jest.fn(async () => undefined);
    await Promise.all([once(parts, 'find a', work), once(parts, 'find b', work)]);
    expect(work).toHaveBeenCalledTimes(2);
  });

  it('begins anew what broke', async () => {
    const parts = createWindowParts();
    await expect(once(parts, 'find', () => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
    expect(await once(parts, 'find', async () => 'found')).toBe('found');
  });
});

describe('in turn', () => {
  it('one thing after the other, in the order in which they were asked for', async () => {
    const parts = createWindowParts();
    const said: string[] = [];
    const { open, opened } = gate();
    const first = inTurn(parts, 'step', async () => {
      await opened;
      said.push('first');
    });
    const second = inTurn(parts, 'step', async () => void said.push('second'));
    const other = inTurn(parts, 'another packet', async () => void said.push('other'));
    await other;
    open();
    await Promise.all([first, second]);
    expect(said).toEqual(['other', 'first', 'second']);
  });

  it('also after something that broke, which its own caller is told', async () => {
    const parts = createWindowParts();
    const broken = inTurn(parts, 'step', () => Promise.reject(new Error('broken')));
    const next = inTurn(parts, 'step', async () => 'done');
    await expect(broken).rejects.toThrow('broken');
    expect(await next).toBe('done');
  });
});
