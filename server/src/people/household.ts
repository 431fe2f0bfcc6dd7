import { createHash, randomBytes } from 'node:crypto';
import { Mutex } from 'async-mutex';
import { literal, Op } from 'sequelize';
import {
  MOST_PEOPLE,
  personSchema,
  sayStretch,
  type ChangePin,
  type Person,
  type PersonFacts,
  type TakeSeat,
} from '@ravlo/contract';
import { growingWait } from '../growingWait';
import { notFound, ProblemError } from '../problems';
import type { Database } from '../store/database';
import type { PersonRow } from '../store/models';
import type { Writer } from '../store/writer';
import { hashPin, isPin } from './pins';

/** Between wrong PINs. */
const WAITS = { free: 5, first: 60_000, last: 15 * 60_000 };
/** A browser that was not seen for so long is asked again who it is, ms. */
const SEAT_LIFE = 90 * 24 * 3600_000;
/** A seat is noted as seen at most this often, ms. */
const SEEN_EVERY = 3600_000;

/** As they came, also those who came in the same moment. */
const IN_ORDER = [literal('createdAt'), literal('rowid')];

/** Others are in classes here, and nothing more. */
const HERE = { isElsewhere: false };

/** The people who share this Ravlo, and the browsers that they sit at. */
export type Household = ReturnType<typeof createHousehold>;

export function createHousehold(db: Database, writer: Writer, now: () => number = Date.now) {
  /** Guesses at one person's PIN are counted one after the other. */
  const guessing = new Map<string, Mutex>();

  async function personRow(id: string): Promise<PersonRow> {
    const row = await db.people.findOne({ where: { ...HERE, id } });
    if (!row) throw notFound('person');
    return row;
  }

  /** @throws ProblemError wrong-pin, too-many-tries */
  async function assertPin(id: string, pin: string | undefined): Promise<void> {
    const turn = guessing.get(id) ?? new Mutex();
    guessing.set(id, turn);
    await turn.runExclusive(async () => {
      const row = await personRow(id);
      if (row.pinHash === null || row.pinHash === undefined) return;
      const wait = (row.pinWaitUntil?.getTime() ?? 0) - now();
      if (wait > 0) throw waiting(wait);
      if (pin === undefined) throw new ProblemError('wrong-pin', `${row.firstName} has a PIN: type it.`);
      const isRight = await isPin(pin, row.pinHash);
      const pinTries = isRight ? 0 : row.pinTries + 1;
      const next = growingWait(pinTries, WAITS);
      const pinWaitUntil = next > 0 ? new Date(now() + next) : null;
      if (pinTries !== row.pinTries)
        await writer.write((transaction) => row.update({ pinTries, pinWaitUntil }, { transaction }));
      if (isRight) return;
      throw next > 0 ? waiting(next) : new ProblemError('wrong-pin', 'This is not the PIN. Try once more.');
    });
  }

  return {
    async people(): Promise<Person[]> {
      return (await db.people.findAll({ where: HERE, order: IN_ORDER })).map(toPerson);
    },

    /** Whose Ravlo this is while a browser has not said who uses it: the first in the book; null where a PIN guards them. */
    async usual(): Promise<string | null> {
      const first = await db.people.findOne({ where: HERE, order: IN_ORDER });
      return first && !first.pinHash ? first.id : null;
    },

    /** An empty book gets one person, who has not said yet who they are. @returns the id of the first */
    async begin(): Promise<string> {
      return writer.write(async (transaction) => {
        const first = await db.people.findOne({ where: HERE, order: IN_ORDER, transaction });
        return (first ?? (await db.people.create({}, { transaction }))).id;
      });
    },

    async add(facts: PersonFacts): Promise<Person> {
      return writer.write(async (transaction) => {
        if ((await db.people.count({ where: HERE, transaction })) >= MOST_PEOPLE)
          throw new ProblemError('bad-request', `Ravlo takes ${MOST_PEOPLE} people on one device.`);
        return toPerson(await db.people.create(facts, { transaction }));
      });
    },

    async change(id: string, facts: PersonFacts): Promise<Person> {
      const row = await personRow(id);
      return toPerson(await writer.write((transaction) => row.update(facts, { transaction })));
    },

    /** @throws ProblemError wrong-pin, too-many-tries */
    async changePin(id: string, { pin, to }: ChangePin): Promise<Person> {
      await assertPin(id, pin);
      const pinHash = to === null ? null : await hashPin(to);
      const row = await personRow(id);
      return toPerson(await writer.write((transaction) => row.update({ pinHash }, { transaction })));
    },

    /**
     * A person sits down at a browser.
     *
     * @param phoneId the paired device that the browser is on; the seat goes when it is forgotten
     * @returns the secret that the browser shows with every request
     * @throws ProblemError wrong-pin, too-many-tries
     */
    async sit({ personId, pin }: TakeSeat, phoneId: string | null = null): Promise<string> {
      await assertPin(personId, pin);
      const secret = randomBytes(32).toString('base64url');
      const seat = { personId, phoneId, secretHash: hashOf(secret), seenAt: new Date(now()) };
      await writer.write(async (transaction) => {
        const old = { seenAt: { [Op.lt]: new Date(now() - SEAT_LIFE) } };
        await db.seats.destroy({ where: old, transaction });
        await db.seats.create(seat, { transaction });
      });
      return secret;
    },

    /** Who sits at the browser with this secret; null where nobody does. */
    async at(secret: string): Promise<string | null> {
      const row = await db.seats.findOne({ where: { secretHash: hashOf(secret) } });
      const age = row ? now() - row.seenAt.getTime() : 0;
      if (!row || age > SEAT_LIFE) return null;
      if (age > SEEN_EVERY)
        await writer.write((transaction) => row.update({ seenAt: new Date(now()) }, { transaction }));
      return row.personId;
    },

    /** The person gets up: the browser is nobody's. */
    async leave(secret: string): Promise<void> {
      const where = { secretHash: hashOf(secret) };
      await writer.write((transaction) => db.seats.destroy({ where, transaction }));
    },
  };
}

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex');

const waiting = (ms: number) =>
  new ProblemError(
    'too-many-tries',
    `That was the wrong PIN too often. Try again in ${sayStretch(Math.ceil(ms / 60_000) * 60_000)}; nothing is lost meanwhile.`,
  );

export const toPerson = ({
  id,
  firstName,
  surname,
  studentNumber,
  pattern,
  email,
  pinHash,
}: PersonRow): Person =>
  personSchema.parse({ id, firstName, surname, studentNumber, pattern, email, hasPin: Boolean(pinHash) });
