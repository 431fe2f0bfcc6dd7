import { createHash, randomBytes, randomInt } from 'node:crypto';
import { CODE_ALPHABET, CODE_LENGTH, type Phone } from '@ravlo/contract';
import { ProblemError } from '../problems';
import type { Database } from './database';
import type { Writer } from './writer';

/** How long a code can be used, ms. */
export const CODE_LIFE = 10 * 60_000;
/** So many wrong codes make every open code void: nobody gets to guess on. */
const MOST_WRONG = 20;
/** A device is noted as seen at most this often, ms. */
const SEEN_EVERY = 60_000;
/** Codes that may be open at one time. */
const MOST_OPEN = 5;

/** One person's paired devices. */
export type Phones = ReturnType<typeof createPhones>;

export function createPhones(db: Database, writer: Writer, ownerId: string, now: () => number = Date.now) {
  /** open codes and until when, in order of making; in memory only: a restart makes them void */
  const open = new Map<string, number>();
  let wrong = 0;

  return {
    /** A new one-time code. */
    openCode(): { code: string; validUntil: Date } {
      const code = Array.from(
        { length: CODE_LENGTH },
        () => CODE_ALPHABET[randomInt(CODE_ALPHABET.length)],
      ).join('');
      const until = now() + CODE_LIFE;
      open.set(code, until);
      for (const oldest of open.keys()) {
        if (open.size <= MOST_OPEN) break;
        open.delete(oldest);
      }
      return { code, validUntil: new Date(until) };
    },

    /**
     * Spends a code: the device is paired from now on.
     *
     * @returns the secret that the device shows with every request
     * @throws ProblemError not-paired when the code is unknown, spent or too old
     */
    async pair(code: string, name: string): Promise<string> {
      const until = open.get(code);
      open.delete(code);
      if (until === undefined || until < now()) {
        wrong += 1;
        if (wrong >= MOST_WRONG) {
          open.clear();
          wrong = 0;
        }
        throw new ProblemError(
          'not-paired',
          'This code is not good any more. Open “Use a phone” on the computer and take the new one.',
        );
      }
      const secret = randomBytes(32).toString('base64url');
      const row = { ownerId, name, secretHash: hashOf(secret), seenAt: new Date(now()) };
      await writer.write((transaction) => db.phones.create(row, { transaction }));
      return secret;
    },

    /** Whether this secret belongs to a paired device. */
    async isKnown(secret: string): Promise<boolean> {
      const row = await db.phones.findOne({ where: { ownerId, secretHash: hashOf(secret) } });
      if (row && now() - row.seenAt.getTime() > SEEN_EVERY)
        await writer.write((transaction) => row.update({ seenAt: new Date(now()) }, { transaction }));
      return row !== null;
    },

    async list(): Promise<Phone[]> {
      const rows = await db.phones.findAll({ where: { ownerId }, order: [['createdAt', 'DESC']] });
      return rows.map((row) => ({
        id: row.id,
        name: row.name,
        pairedAt: row.createdAt.toISOString(),
        seenAt: row.seenAt.toISOString(),
      }));
    },

    /** From now on the device is a stranger. */
    async forget(id: string): Promise<void> {
      const gone = await writer.write((transaction) =>
        db.phones.destroy({ where: { id, ownerId }, transaction }),
      );
      if (gone === 0) throw new ProblemError('not-found', 'This device is not in the list any more.');
    },
  };
}

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex');
