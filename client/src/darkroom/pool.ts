/** A place where jobs run one at a time: a web worker, or a stand-in in tests. */
export interface PoolWorker<Tools> {
  readonly tools: Tools;
  readonly onBroken: (tell: (reason: Error) => void) => void;
}

export interface JobOptions {
  /** jobs on the same photo go to the worker that has it decoded already */
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

interface Slot<Tools> {
  worker: PoolWorker<Tools> | null;
  busyWith: Job<Tools> | null;
  photo: string | undefined;
}

export interface Pool<Tools> {
  run<Result>(work: (tools: Tools) => Promise<Result>, options?: JobOptions): Promise<Result>;
}

/** Shares jobs out over a few workers, made when first needed; a broken worker is replaced, its job fails. */
export function createPool<Tools>(size: number, makeWorker: () => PoolWorker<Tools>): Pool<Tools> {
  const slots = Array.from({ length: size }, (): Slot<Tools> => ({
    worker: null,
    busyWith: null,
    photo: undefined,
  }));
  let waiting: Job<Tools>[] = [];

  function openSlot(slot: Slot<Tools>): PoolWorker<Tools> {
    const worker = makeWorker();
    slot.worker = worker;
    worker.onBroken((reason) => {
      if (slot.worker !== worker) return;
      const job = slot.busyWith;
      slot.worker = null;
      slot.busyWith = null;
      slot.photo = undefined;
      job?.reject(reason);
      hand();
    });
    return worker;
  }

  function nextFor(slot: Slot<Tools>): Job<Tools> | undefined {
    const rank = (job: Job<Tools>) =>
      (job.priority ?? 0) * 2 + (job.photo && job.photo === slot.photo ? 1 : 0);
    let best: Job<Tools> | undefined;
    for (const job of waiting) {
      if (!isElsewhere(job, slot) && (!best || rank(job) > rank(best))) best = job;
    }
    return best;
  }

  /** Decoding costs more than most jobs: a photo that lies at another worker is worth waiting for. */
  function isElsewhere(job: Job<Tools>, slot: Slot<Tools>): boolean {
    return job.photo !== undefined && slots.some((other) => other !== slot && other.photo === job.photo);
  }

  function hand(): void {
    waiting = waiting.filter((job) => !job.signal?.aborted);
    for (const slot of slots) {
      if (slot.busyWith) continue;
      const job = nextFor(slot);
      if (!job) continue;
      waiting = waiting.filter((other) => other !== job);
      void work(slot, job);
    }
  }

  async function work(slot: Slot<Tools>, job: Job<Tools>): Promise<void> {
    slot.busyWith = job;
    if (job.photo) slot.photo = job.photo;
    try {
      const { tools } = slot.worker ?? openSlot(slot);
      job.resolve(await job.run(tools));
    } catch (reason) {
      job.reject(reason);
    } finally {
      if (slot.busyWith === job) slot.busyWith = null;
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
