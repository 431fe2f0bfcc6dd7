import { rm } from 'node:fs/promises';
import {
  attemptSchema,
  briefSchema,
  checkReceipt,
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
  type ReceiptChecked,
} from '@ravlo/contract';
import { randomUUID } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { notFound, ProblemError } from '../problems';
import type { Database } from '../store/database';
import type { AttemptRow, BriefRow, DeskClassRow } from '../store/models';
import type { Writer } from '../store/writer';
import type { HandedFiles } from './handedFiles';
import { inspectHanded } from './inspectHanded';
import type { DeskPractice } from './practice';
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
  /**
   * What was handed over, as it lies here.
   *
   * @param index 0 for the file itself, from 1 on for what went with it
   * @throws ProblemError not-found
   */
  file(attemptId: string, index: number): Promise<HandedFile>;
  /** Whether a receipt is as a desk signed it, and as this one did. @param json whatever somebody says is one */
  checkReceipt(json: unknown): Promise<ReceiptChecked>;
  /** The worksheet of a brief. @throws ProblemError not-found */
  worksheet(briefId: string): Promise<HandedFile>;
}

/** A file of the desk: where its bytes are, and what it is called. */
export interface HandedFile {
  readonly place: string;
  readonly name: string;
}

export interface DeskParts {
  readonly db: Database;
  readonly writer: Writer;
  readonly files: HandedFiles;
  readonly key: ReceiptKey;
  /** whose desk it is: every row that is read or written is checked to be theirs, or of a class that they are in */
  readonly personId: string;
  /** also the clock that counts */
  readonly practice: DeskPractice;
}

/** The class desk that ships with Ravlo. */
export function createDesk({ db, writer, files, key, personId, practice }: DeskParts): Desk {
  const { now } = practice;
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
    practice.assertTaken();
    if (brief.statement !== null && !handing.isConfirmed)
      throw new ProblemError(
        'not-confirmed',
        `Confirm this first: “${brief.statement}”. Nothing was handed over.`,
      );
    const sent = [handing, ...handing.files];
    const place = (file: { readonly key: string }) => files.waiting(personId, file.key);
    const inspected = await inspectHanded(brief, [place(handing), ...handing.files.map(place)]);
    const isAltered = practice.trouble === 'altered';
    for (const file of sent) await files.keep(personId, file.key, file.sha256, { isAltered });
    const { kind, bytes } = inspected.main;
    const pages = pagesOf(inspected);
    const further = inspected.further.map((file, i) => {
      const { name = '', sha256 = '' } = handing.files[i] ?? {};
      return { name: fileName(name), bytes: file.bytes, sha256 };
    });
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
        ...{ fileName: nameOf(handing.fileName, kind), pages, bytes },
        ...{ sha256: handing.sha256, arrivedAt: new Date(arrived).toISOString() },
        ...{ dueAt: brief.dueAt, isLate: may.isLate },
        ...(further.length > 0 ? { files: further } : {}),
      });
      const made = await db.attempts.create(
        {
          ...{ id, briefId, personId, key: handing.key, number: may.attempt },
          ...{ sha256: handing.sha256, comment: handing.comment, receipt },
          packetId: handing.packetId,
        },
        { transaction },
      );
      return toAttempt(made);
    });
    // What was sent is kept under its own name now; what a crash leaves here goes at a later start.
    for (const { key: sentKey } of sent) await rm(files.waiting(personId, sentKey), { force: true });
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
      // What a line in between sends again on its own comes twice.
      const twice = practice.trouble === 'twice' ? handOverOnce(briefId, handing) : null;
      const work = Promise.resolve(twice)
        .then(() => handOverOnce(briefId, handing))
        .finally(() => goingOn.delete(handing.key));
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

    async file(attemptId, index) {
      const row = await db.attempts.findOne({ where: { id: attemptId, personId } });
      if (!row) throw notFound('attempt');
      const { sha256, fileName: name, files: further = [] } = row.receipt;
      const file = [{ sha256, name }, ...further][index];
      if (!file) throw notFound('attempt');
      return { place: files.pathOf(file.sha256), name: file.name };
    },

    async checkReceipt(json) {
      const truth = await checkReceipt(json);
      return truth.is === 'genuine' ? { ...truth, isOurs: truth.receipt.key === key.publicKey } : truth;
    },

    async worksheet(briefId) {
      const { worksheet } = toBrief(await briefRow(briefId));
      if (!worksheet) throw notFound('brief');
      return { place: files.pathOf(worksheet.sha256), name: `${fileName(worksheet.name)}.pdf` };
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

/** A PDF's pages; of pictures, how many there are. */
const pagesOf = ({ main, further }: Awaited<ReturnType<typeof inspectHanded>>): number =>
  main.kind === 'pdf' ? main.pages : 1 + further.filter(({ kind }) => kind === 'picture').length;

/** A name that every system takes, with the ending of what the file is by its bytes. */
function nameOf(wanted: string, kind: 'pdf' | 'picture'): string {
  if (kind === 'pdf') return `${fileName(wanted.replace(/\.pdf$/i, ''))}.pdf`;
  const [, stem = wanted, ending = 'jpg'] = /^(.*)\.(jpe?g|png|webp)$/i.exec(wanted) ?? [];
  return `${fileName(stem)}.${ending.toLowerCase()}`;
}

const dueOf = ({ dueAt }: Brief) => (dueAt === null ? Number.POSITIVE_INFINITY : Date.parse(dueAt));

const toClass = ({ id, name, marker }: DeskClassRow): DeskClass => ({ id, name, marker });

const toBrief = ({ id, classId, content }: BriefRow): Brief =>
  briefSchema.parse({ ...content, paper: content.paper ?? null, id, classId });

/** @param attempts of one person; also of other briefs */
function toMyBrief(row: BriefRow, attempts: readonly AttemptRow[]): MyBrief {
  if (!row.deskClass) throw new Error('A brief was read without its class');
  const own = attempts.filter(({ briefId }) => briefId === row.id).map(toAttempt);
  return { brief: toBrief(row), deskClass: toClass(row.deskClass), attempts: own };
}

const toAttempt = ({ id, briefId, comment, packetId, takenBackAt, receipt }: AttemptRow): Attempt =>
  attemptSchema.parse({
    ...{ id, briefId, comment, packetId: packetId ?? null, receipt },
    takenBackAt: takenBackAt?.toISOString() ?? null,
  });
