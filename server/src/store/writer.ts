import { Mutex } from 'async-mutex';
import { Transaction, type Sequelize } from 'sequelize';

/**
 * The one writer of a process. SQLite lets one connection write at a time, and each waiting `BEGIN IMMEDIATE` holds a
 * thread of the pool that the writing one needs: so writes stand in a line here instead, and those that wait
 * together share one transaction, one fsync for all. Reads go beside it (write-ahead logging).
 */
export interface Writer {
  /**
   * Does some writing, all or nothing: what throws is undone, the others in the same transaction are not.
   *
   * @returns what the work returned, when it is safely in the database
   */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>;
  /** Does something while nothing is being written. */
  alone<T>(work: () => Promise<T>): Promise<T>;
}

export interface WriterOptions {
  /** pieces of work in one transaction, at most. @default 64 */
  readonly mostTogether?: number;
}

interface Job {
  readonly work: (transaction: Transaction) => Promise<unknown>;
  readonly resolve: (result: unknown) => void;
  readonly reject: (reason: unknown) => void;
}

export function createWriter(sequelize: Sequelize, { mostTogether = 64 }: WriterOptions = {}): Writer {
  const turn = new Mutex();
  let waiting: Job[] = [];

  /** Takes whatever waits when the turn comes: the first to come writes for all behind it. */
  async function writeWaiting(): Promise<void> {
    await turn.runExclusive(async () => {
      const jobs = waiting.slice(0, mostTogether);
      waiting = waiting.slice(mostTogether);
      if (jobs.length > 0) await writeTogether(sequelize, jobs);
    });
  }

  return {
    write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
      return new Promise<T>((resolve, reject) => {
        waiting.push({ work, resolve: resolve as (result: unknown) => void, reject });
        void writeWaiting();
      });
    },
    alone: (work) => turn.runExclusive(work),
  };
}

async function writeTogether(sequelize: Sequelize, jobs: readonly Job[]): Promise<void> {
  const answers: (() => void)[] = [];
  let broken: unknown;
  try {
    await sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
      for (const job of jobs) {
        await sequelize.query('SAVEPOINT job', { transaction });
        try {
          const result = await job.work(transaction);
          answers.push(() => job.resolve(result));
        } catch (reason) {
          // A full disk has undone the whole transaction by now: then all fail for this reason.
          broken = reason;
          await sequelize.query('ROLLBACK TO job', { transaction });
          broken = undefined;
          answers.push(() => job.reject(reason));
        }
        await sequelize.query('RELEASE job', { transaction });
      }
    });
  } catch (reason) {
    for (const job of jobs) job.reject(broken ?? reason);
    return;
  }
  for (const answer of answers) answer();
}
