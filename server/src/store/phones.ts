import { createHash, randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import { sayStretch, type Phone } from '@ravlo/contract';
import { growingWait } from '../growingWait';
import { ProblemError } from '../problems';
import type { Database } from './database';
import { newCode } from './newCode';
import type { Writer } from './writer';

/** How long a code can be used, ms. */
export const CODE_LIFE = 10 * 60_000;
/** A device that was not seen for so long pairs again, ms. */
export const PHONE_LIFE = 90 * 24 * 3600_000;
/** Between wrong codes from one address; a good code of somebody else stays good all the while. */
const WAITS = { free: 5, first: 2000, last: 3600_000 };
/** Addresses whose wrong codes are remembered; the ones heard of last stay. */
const MOST_ADDRESSES = 5000;
/** A device is noted as seen at most this often, ms. */
const SEEN_EVERY = 60_000;
/** Codes that may be open at one time. */
const MOST_OPEN = 5;

/** The household's paired devices. */
export type Phones = ReturnType<typeof createPhones>;

export function createPhones(db: Database, writer: Writer, ownerId: string, now: () => number = Date.now) {
  /** wrong codes by the address they came from, and until when none is looked at */
  const wrongFrom = new Map<string, { wrong: number; until: number }>();
  const whenForgotten = new Set<(id: string) => void>();

  function noteWrong(from: string): void {
    const wrong = (wrongFrom.get(from)?.wrong ?? 0) + 1;
    wrongFrom.delete(from);
    wrongFrom.set(from, { wrong, until: now() + growingWait(wrong, WAITS) });
    if (wrongFrom.size > MOST_ADDRESSES) wrongFrom.delete(wrongFrom.keys().next().value!);
  }

  return {
    /** A new one-time code. */
    async openCode(): Promise<{ code: string; validUntil: Date }> {
      const code = newCode();
      const validUntil = new Date(now() + CODE_LIFE);
      await writer.write(async (transaction) => {
        await db.pairingCodes.create({ codeHash: hashOf(code), validUntil }, { transaction });
        const newest = await db.pairingCodes.findAll({
          order: [['validUntil', 'DESC']],
          limit: MOST_OPEN,
          transaction,
        });
        const kept = newest.map(({ codeHash }) => codeHash);
        await db.pairingCodes.destroy({ where: { codeHash: { [Op.notIn]: kept } }, transaction });
      });
      return { code, validUntil };
    },

    /**
     * Spends a code: the device is paired from now on.
     *
     * @param from the address that the code came from
     * @returns the secret that the device shows with every request
     * @throws ProblemError not-paired when the code is unknown, spent or too old; too-many-tries while the address has to wait
     */
    async pair(code: string, name: string, from: string): Promise<string> {
      const wait = (wrongFrom.get(from)?.until ?? 0) - now();
      if (wait > 0) throw tooMany(wait);
      const secret = randomBytes(32).toString('base64url');
      const row = { ownerId, name, secretHash: hashOf(secret), seenAt: new Date(now()) };
      const isPaired = await writer.write(async (transaction) => {
        const good = { codeHash: hashOf(code), validUntil: { [Op.gte]: new Date(now()) } };
        const spent = await db.pairingCodes.destroy({ where: good, transaction });
        if (spent > 0) await db.phones.create(row, { transaction });
        return spent > 0;
      });
      if (isPaired) {
        wrongFrom.delete(from);
        return secret;
      }
      noteWrong(from);
      throw new ProblemError(
        'not-paired',
        'This code is not good any more. Open “Use a phone” on the computer and take the new one.',
      );
    },

    /** The device that this secret belongs to; null where none does, or it was away too long. */
    async known(secret: string): Promise<string | null> {
      const row = await db.phones.findOne({ where: { ownerId, secretHash: hashOf(secret) } });
      const away = row ? now() - row.seenAt.getTime() : 0;
      if (!row || away > PHONE_LIFE) return null;
      if (away > SEEN_EVERY)
        await writer.write((transaction) => row.update({ seenAt: new Date(now()) }, { transaction }));
      return row.id;
    },

    async list(): Promise<Phone[]> {
      const rows = await db.phones.findAll({
        where: { ownerId, seenAt: { [Op.gt]: new Date(now() - PHONE_LIFE) } },
        order: [['createdAt', 'DESC']],
      });
      return rows.map((row) => ({
        id: row.id,
        name: row.name,
        pairedAt: row.createdAt.toISOString(),
        seenAt: row.seenAt.toISOString(),
      }));
    },

    /** From now on the device is a stranger, and nobody sits at its browser. */
    async forget(id: string): Promise<void> {
      const gone = await writer.write(async (transaction) => {
        await db.seats.destroy({ where: { phoneId: id }, transaction });
        return db.phones.destroy({ where: { id, ownerId }, transaction });
      });
      if (gone === 0) throw new ProblemError('not-found', 'This device is not in the list any more.');
      for (const tell of whenForgotten) tell(id);
    },

    /** Tells of every device that is forgotten from now on. */
    onForgotten(tell: (id: string) => void): void {
      whenForgotten.add(tell);
    },
  };
}

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex');

const tooMany = (ms: number) =>
  new ProblemError(
    'too-many-tries',
    `That were too many wrong codes. Wait ${sayWait(ms)}, then type the code that the computer shows.`,
  );

const sayWait = (ms: number) =>
  ms < 60_000 ? `${Math.ceil(ms / 1000)} seconds` : sayStretch(Math.ceil(ms / 60_000) * 60_000);
