import { rm, stat, readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import {
  attemptSchema,
  briefSchema,
  fileName,
  fullName,
  mayHandOver,
  mayTakeBack,
  type Attempt,
  type AttemptFacts,
  type Brief,
  type DeskClass,
  type DeskOfMine,
  type HandOver,
  type MyBrief,
} from '@ravlo/contract';
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { notFound, ProblemError } from '../problems';
import type { Database } from '../store/database';
import type { AttemptRow, BriefRow, DeskClassRow } from '../store/models';
import type { Writer } from '../store/writer';
import type { HandedFiles } from './handedFiles';
import type { ReceiptKey } from './receiptKey';

/** A school's service, as one person sees it: a real one could stand behind this as well. */
export interface Desk {
  mine(): Promise<DeskOfMine>;
  /** @throws ProblemError no-such-class */
  join(code: string): Promise<DeskClass>;
  /** @throws ProblemError not-found, also where the person is not in its class */
  brief(briefId: string): Promise<MyBrief>;
  /** Where the bytes of a handing over are put before it. */
  waiting(key: string): string;
  /**
   * Hands over the bytes that were sent under its key: kept, read back, and only then entered. The same key again gives the
   * attempt that there is.
   *
   * @throws ProblemError not-found, desk-closed, no-attempts-left, not-confirmed, handed-…
   */
  handOver(briefId: string, handing: HandOver): Promise<Attempt>;
  /** @throws ProblemError not-found, desk-closed */
  takeBack(attemptId: string): Promise<Attempt>;
  /** @throws ProblemError not-found */
  file(attemptId: string): Promise<{ readonly place: string; readonly name: string }>;
}

export interface DeskParts {
  readonly db: Database;
  readonly writer: Writer;
  readonly files: HandedFiles;
  readonly key: ReceiptKey;
  /** whose desk it is: every row that is read or written is checked to be theirs, or of a class that they are in */
  readonly personId: string;
  /** the clock that counts, ms @default the machine's */
  readonly now?: () => number;
}

/** The class desk that ships with Ravlo. */
export function createDesk({ db, writer, files, key, personId, now = Date.now }: DeskParts): Desk {
  async function briefRow(id: string): Promise<BriefRow> {
    const row = await db.briefs.findOne({
      where: { id },
      include: [{ model: db.deskClasses, as: 'deskClass' }],
    });
    const isMember =
      row && (await db.members.count({ where: { classId: row.classId, personId, role: 'student' } })) > 0;
    if (!row || !isMember) throw notFound('brief');
    return row;
  }

  const attemptRows = (briefId: string | string[], transaction?: Transaction) =>
    db.attempts.findAll({ where: { briefId, personId }, order: [['number', 'ASC']], transaction });

  /** @throws ProblemError unless the bytes are what the brief asks for */
  async function inspect(brief: Brief, { key: handingKey, isConfirmed }: HandOver) {
    if (brief.statement !== null && !isConfirmed)
      throw new ProblemError(
        'not-confirmed',
        `Confirm this first: “${brief.statement}”. Nothing was handed over.`,
      );
    const place = files.waiting(personId, handingKey);
    const bytes = await stat(place).then(
      ({ size }) => size,
      () => null,
    );
    if (bytes === null)
      throw new ProblemError(
        'handed-altered',
        'The file is not here yet. Nothing was handed over; send it again.',
      );
    if (brief.mostBytes !== null && bytes > brief.mostBytes)
      throw new ProblemError(
        'handed-too-big',
        'The file is larger than this brief takes. Nothing was handed over.',
      );
    const pages = await PDFDocument.load(await readFile(place), { updateMetadata: false }).then(
      (document) => document.getPageCount(),
      () => 0,
    );
    if (pages === 0)
      throw new ProblemError(
        'handed-format',
        'This is not a PDF that can be opened. Nothing was handed over.',
      );
    return { bytes, pages };
  }

  async function known(handingKey: string): Promise<Attempt | null> {
    const row = await db.attempts.findOne({ where: { personId, key: handingKey } });
    return row && toAttempt(row);
  }

  const goingOn = new Map<string, Promise<Attempt>>();

  async function handOverOnce(briefId: string, handing: HandOver): Promise<Attempt> {
    const before = await known(handing.key);
    if (before) return before;
    const row = await briefRow(briefId);
    const brief = toBrief(row);
    assertMay(brief, await attemptRows(briefId), now());
    const { bytes, pages } = await inspect(brief, handing);
    await files.keep(personId, handing.key, handing.sha256);
    const person = await db.people.findByPk(personId);
    const attempt = await writer.write(async (transaction) => {
      // Sent twice at once: the second finds what the first has written.
      const twin = await db.attempts.findOne({ where: { personId, key: handing.key }, transaction });
      if (twin) return toAttempt(twin);
      const arrived = now();
      const may = assertMay(brief, await attemptRows(briefId, transaction), arrived);
      const id = randomUUID();
      const receipt = key.sign({
        ...{ kind: 'ravlo-receipt', version: 1, id, person: person ? fullName(person) : '' },
        ...{ deskClass: row.deskClass?.name ?? '', brief: brief.title },
        ...{ attempt: may.attempt, attemptsAllowed: brief.attempts },
        ...{ fileName: `${fileName(handing.fileName.replace(/\.pdf$/i, ''))}.pdf`, pages, bytes },
        ...{ sha256: handing.sha256, arrivedAt: new Date(arrived).toISOString() },
        ...{ dueAt: brief.dueAt, isLate: may.isLate },
      });
      const made = await db.attempts.create(
        {
          ...{ id, briefId, personId, key: handing.key, number: may.attempt },
          ...{ sha256: handing.sha256, comment: handing.comment, receipt },
        },
        { transaction },
      );
      return toAttempt(made);
    });
    // What was sent is kept under its own name now; what a crash leaves here goes at a later start.
    await rm(files.waiting(personId, handing.key), { force: true });
    return attempt;
  }

  return {
    async mine() {
      const person = await db.people.findByPk(personId);
      const members = await db.members.findAll({ where: { personId, role: 'student' } });
      const ids = members.map(({ classId }) => classId);
      const classes = await db.deskClasses.findAll({ where: { id: ids }, order: [['name', 'ASC']] });
      const briefs = await db.briefs.findAll({
        where: { classId: ids },
        include: [{ model: db.deskClasses, as: 'deskClass' }],
      });
      const attempts = await attemptRows(briefs.map(({ id }) => id));
      const mine = briefs.map((row) => toMyBrief(row, attempts));
      return {
        now: new Date(now()).toISOString(),
        person: person ? fullName(person) : '',
        classes: classes.map(toClass),
        briefs: mine.sort((a, b) => dueOf(a.brief) - dueOf(b.brief)),
      };
    },

    async join(code) {
      const row = await db.deskClasses.findOne({ where: { code } });
      if (!row)
        throw new ProblemError(
          'no-such-class',
          'No class has this code. Look at it again, letter by letter.',
        );
      await writer.write((transaction) =>
        db.members.findOrCreate({ where: { classId: row.id, personId }, transaction }),
      );
      return toClass(row);
    },

    brief: async (id) => toMyBrief(await briefRow(id), await attemptRows(id)),

    waiting: (handingKey) => files.waiting(personId, handingKey),

    handOver(briefId, handing) {
      // The same key while it is being handed over: the same attempt.
      const under = goingOn.get(handing.key);
      if (under) return under;
      const work = handOverOnce(briefId, handing).finally(() => goingOn.delete(handing.key));
      goingOn.set(handing.key, work);
      return work;
    },

    async takeBack(attemptId) {
      return writer.write(async (transaction) => {
        const row = await db.attempts.findOne({ where: { id: attemptId, personId }, transaction });
        if (!row) throw notFound('attempt');
        if (row.takenBackAt) return toAttempt(row);
        const brief = toBrief(await briefRow(row.briefId));
        const rows = await attemptRows(row.briefId, transaction);
        const index = rows.findIndex(({ id }) => id === attemptId);
        if (!mayTakeBack(brief, rows.map(factsOf), index, now()))
          throw new ProblemError(
            'desk-closed',
            'This cannot be taken back any more: nothing could be handed over in its place. It stays handed over.',
          );
        await row.update({ takenBackAt: new Date(now()) }, { transaction });
        return toAttempt(row);
      });
    },

    async file(attemptId) {
      const row = await db.attempts.findOne({ where: { id: attemptId, personId } });
      if (!row) throw notFound('attempt');
      return { place: files.pathOf(row.sha256), name: row.receipt.fileName };
    },
  };
}

/** @throws ProblemError desk-closed, no-attempts-left */
function assertMay(brief: Brief, rows: readonly AttemptRow[], at: number) {
  const may = mayHandOver(brief, rows.map(factsOf), at);
  if (may.may) return may;
  throw may.why === 'closed'
    ? new ProblemError(
        'desk-closed',
        'This brief is closed: nothing is taken any more. Your pages are safe here; ask your marker.',
      )
    : new ProblemError(
        'no-attempts-left',
        'All attempts of this brief are used. What you handed over last counts.',
      );
}

const factsOf = ({ receipt, takenBackAt }: AttemptRow): AttemptFacts => ({
  arrivedAt: Date.parse(receipt.arrivedAt),
  takenBackAt: takenBackAt ? takenBackAt.getTime() : null,
  isMarked: false,
});

const dueOf = ({ dueAt }: Brief) => (dueAt === null ? Number.POSITIVE_INFINITY : Date.parse(dueAt));

const toClass = ({ id, name, marker }: DeskClassRow): DeskClass => ({ id, name, marker });

const toBrief = ({ id, classId, content }: BriefRow): Brief => briefSchema.parse({ ...content, id, classId });

/** @param attempts of one person; also of other briefs */
function toMyBrief(row: BriefRow, attempts: readonly AttemptRow[]): MyBrief {
  if (!row.deskClass) throw new Error('A brief was read without its class');
  const own = attempts.filter(({ briefId }) => briefId === row.id).map(toAttempt);
  return { brief: toBrief(row), deskClass: toClass(row.deskClass), attempts: own };
}

const toAttempt = ({ id, briefId, comment, takenBackAt, receipt }: AttemptRow): Attempt =>
  attemptSchema.parse({ id, briefId, comment, takenBackAt: takenBackAt?.toISOString() ?? null, receipt });
