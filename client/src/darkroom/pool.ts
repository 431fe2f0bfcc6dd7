/** A place where jobs run one at a time: a web worker, or a stand-in in tests. */
export interface Bench<Tools> {
  readonly tools: Tools;
  readonly onBroken: (tell: (reason: Error) => void) => void;
}

export interface JobOptions {
  /** jobs on the same photo go to the bench that has it decoded already */
  readonly photo?: string;
  /** higher runs sooner; what the person looks at before what is prepared for later */
  readonly priority?: number;
  /** a job that nobody waits for any more is dropped before it starts, and its result after */
  readonly signal?: AbortSignal;
}

interface Job<Tools> extends JobOptions {
  readonly run: (tools: Tools) => Promise<unknown>;
  readonly resolve: (result: unknown) => void;
  readonly reject: (reason: unknown) => void;
}

interface Seat<Tools> {
  bench: Bench<Tools> | null;
  busyWith: Job<Tools> | null;
  photo: string | undefined;
}

export interface Pool<Tools> {
  run<Result>(work: (tools: Tools) => Promise<Result>, options?: JobOptions): Promise<Result>;
}

/** Shares jobs out over a few benches, made when first needed; a broken bench is replaced, its job fails. */
export function createPool<Tools>(size: number, makeBench: () => Bench<Tools>): Pool<Tools> {
  const seats = Array.from({ length: size }, (): Seat<Tools> => ({
    bench: null,
    busyWith: null,
    photo: undefined,
  }));
  let waiting: Job<Tools>[] = [];

  function openSeat(seat: Seat<Tools>): Bench<Tools> {
    const bench = makeBench();
    seat.bench = bench;
    bench.onBroken((reason) => {
      if (seat.bench !== bench) return;
      const job = seat.busyWith;
      seat.bench = null;
      seat.busyWith = null;
      seat.photo = undefined;
      job?.reject(reason);
      hand();
    });
    return bench;
  }

  function nextFor(seat: Seat<Tools>): Job<Tools> | undefined {
    const rank = (job: Job<Tools>) =>
      (job.priority ?? 0) * 2 + (job.photo && job.photo === seat.photo ? 1 : 0);
    let best: Job<Tools> | undefined;
    for (const job of waiting) {
      if (!isElsewhere(job, seat) && (!best || rank(job) > rank(best))) best = job;
    }
    return best;
  }

  /** Decoding costs more than most jobs: a photo that lies at another bench is worth waiting for. */
  function isElsewhere(job: Job<Tools>, seat: Seat<Tools>): boolean {
    return job.photo !== undefined && seats.some((other) => other !== seat && other.photo === job.photo);
  }

  function hand(): void {
    waiting = waiting.filter((job) => !job.signal?.aborted);
    for (const seat of seats) {
      if (seat.busyWith) continue;
      const job = nextFor(seat);
      if (!job) continue;
      waiting = waiting.filter((other) => other !== job);
      void work(seat, job);
    }
  }

  async function work(seat: Seat<Tools>, job: Job<Tools>): Promise<void> {
    seat.busyWith = job;
    if (job.photo) seat.photo = job.photo;
    try {
      const { tools } = seat.bench ?? openSeat(seat);
      job.resolve(await job.run(tools));
    } catch (reason) {
      job.reject(reason);
    } finally {
      if (seat.busyWith === job) seat.busyWith = null;
      hand();
    }
  }

  return {
    run<Result>(run: (tools: Tools) => Promise<Result>, options: JobOptions = {}): Promise<Result> {
      return new Promise<Result>((resolve, reject) => {
        const { signal } = options;
        const stop = () => reject(abortError());
        if (signal?.aborted) {
          stop();
          return;
        }
        signal?.addEventListener('abort', stop, { once: true });
        waiting.push({ ...options, run, resolve: resolve as (result: unknown) => void, reject });
        hand();
      });
    },
  };
}

function abortError(): Error {
  return new DOMException('Nobody waits for this any more', 'AbortError');
}

/** True for the rejection of a job that was called off. */
export function isAbort(reason: unknown): boolean {
  return reason instanceof DOMException && reason.name === 'AbortError';
}
