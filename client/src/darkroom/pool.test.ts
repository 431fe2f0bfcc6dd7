import { createPool, isAbort, type PoolWorker } from './pool';

interface Tools {
  readonly bench: number;
}

/** Benches that only count themselves; a job ends when the test lets it. */
function makePool(size: number) {
  const breakers: ((reason: Error) => void)[] = [];
  const pool = createPool<Tools>(size, (): PoolWorker<Tools> => {
    const bench = breakers.length;
    return { tools: { bench }, onBroken: (tell) => breakers.push(tell) };
  });
  return { pool, breakers };
}

function gate() {
  let open!: () => void;
  const opened = new Promise<void>((resolve) => (open = resolve));
  return { open, opened };
}

describe('pool', () => {
  it('runs jobs side by side on as many benches as it has, and the rest after', async () => {
    const { pool, breakers } = makePool(2);
    const { open, opened } = gate();
    const started: number[] = [];
    const jobs = [0, 1, 2].map((i) =>
      pool.run(async ({ bench }) => {
        started.push(i);
        await opened;
        return bench;
      }),
    );
    await Promise.resolve();
    expect(started).toEqual([0, 1]);
    open();
    const benches = await Promise.all(jobs);
    expect(new Set(benches)).toEqual(new Set([0, 1]));
    expect(breakers).toHaveLength(2);
  });

  it('takes what is looked at before what is prepared for later', async () => {
    const { pool } = makePool(1);
    const { open, opened } = gate();
    const order: string[] = [];
    const job = (name: string, priority: number) => pool.run(async () => void order.push(name), { priority });
    const first = pool.run(() => opened);
    const rest = [job('later', -1), job('now', 2), job('soon', 0)];
    open();
    await Promise.all([first, ...rest]);
    expect(order).toEqual(['now', 'soon', 'later']);
  });

  it('brings jobs on one photo to the bench that has it open', async () => {
    const { pool } = makePool(2);
    const on = (photo: string) => pool.run(async ({ bench }) => bench, { photo });
    const [a, b] = await Promise.all([on('a'), on('b')]);
    expect(await Promise.all([on('b'), on('a')])).toEqual([b, a]);
  });

  it('drops a job that nobody waits for any more', async () => {
    const { pool } = makePool(1);
    const { open, opened } = gate();
    const canceller = new AbortController();
    const first = pool.run(() => opened);
    const ran = jest.fn();
    const stale = pool.run(async () => ran(), { signal: canceller.signal });
    canceller.abort();
    expect(isAbort(await stale.catch((reason: unknown) => reason))).toBe(true);
    open();
    await first;
    expect(ran).not.toHaveBeenCalled();
  });

  it('fails the job at a bench that breaks, and goes on at a new one', async () => {
    const { pool, breakers } = makePool(1);
    const stuck = pool.run(() => new Promise<never>(() => undefined));
    const next = pool.run(async ({ bench }) => bench);
    breakers[0](new Error('out of memory'));
    await expect(stuck).rejects.toThrow('out of memory');
    expect(await next).toBe(1);
  });
});
