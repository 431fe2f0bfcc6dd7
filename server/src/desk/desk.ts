import { rm } from 'node:fs/promises';
import {
  checkReceipt,
  fileName,
  fullName,
  mayHandOver,
  mayTakeBack,
  type Attempt,
  type Brief,
  type DeskClass,
  type DeskOfMine,
  type HandOver,
  type MyBrief,
  type ReceiptChecked,
} from '@ravlo/contract';
import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Mailer } from '../mail/mailer';
import { notFound, ProblemError } from '../problems';
import type { Database } from '../store/database';
import type { AttemptRow, BriefRow } from '../store/deskModels';
import type { Writer } from '../store/writer';
import type { Folders } from './folders';
import { createGoings } from './goings';
import { createOwnBriefs } from './ownBriefs';
import { handedFileOf, type HandedFile } from './handedFileOf';
import type { HandedFiles } from './handedFiles';
import { inspectHanded } from './inspectHanded';
import type { DeskPractice } from './practice';
import { markersOf, type Tell } from './markerContext';
import type { ReceiptKey } from './receiptKey';
import { factsOf, toAttempt, toBrief } from './rows';

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

export interface DeskParts {
  readonly db: Database;
  readonly writer: Writer;
  readonly files: HandedFiles;
  readonly key: ReceiptKey;
  /** whose desk it is: every row that is read or written is checked to be theirs, or of a class that they are in */
  readonly personId: string;
  /** also the clock that counts */
  readonly practice: DeskPractice;
  readonly mailer: Mailer;
  readonly folders: Folders;
  readonly tell: Tell;
  readonly log: Pick<Logger, 'error'>;
  /** receipts are not mailed @default false */
  readonly isQuiet?: boolean;
}

/** The class desk that ships with Ravlo. */
export function createDesk(parts: DeskParts): Desk {
  const { db, writer, files, key, personId, practice, folders, tell } = parts;
  const { now } = practice;
  const own = createOwnBriefs(parts);
  const { briefRow, ownBrief, attemptRows } = own;
  const marking = { model: db.markings, as: 'marking' };

  async function known(handingKey: string): Promise<Attempt | null> {
    const row = await db.attempts.findOne({ where: { personId, key: handingKey }, include: [marking] });
    return row && toAttempt(row);
  }

  async function tellMarkers({ classId, id: briefId }: BriefRow, attemptId: string): Promise<void> {
    tell([...(await markersOf(db, classId)), personId], { briefId, attemptId });
  }

  const goings = createGoings(parts);

  const goingOn = new Map<string, Promise<Attempt>>();

  async function handOverOnce(briefId: string, handing: HandOver): Promise<Attempt> {
    const before = await known(handing.key);
    if (before) return before;
    const row = await briefRow(briefId);
    const brief = await ownBrief(row);
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
    const name = nameOf(handing.fileName, kind);
    const by = await goings.deliver(brief, person, { handing, name, further });
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
        ...{ fileName: name, pages, bytes },
        ...{ sha256: handing.sha256, arrivedAt: new Date(arrived).toISOString() },
        ...{ dueAt: brief.dueAt, isLate: may.isLate },
        ...(further.length > 0 ? { files: further } : {}),
        ...(by ? { by } : {}),
      });
      const made = await db.attempts.create(
        {
          ...{ id, briefId, personId, key: handing.key, number: may.attempt },
          ...{ sha256: handing.sha256, comment: handing.comment, receipt },
          packetId: handing.packetId,
          parts: handing.parts ?? [],
        },
        { transaction },
      );
      return toAttempt(made);
    });
    // What was sent is kept under its own name now; what a crash leaves here goes at a later start.
    for (const { key: sentKey } of sent) await rm(files.waiting(personId, sentKey), { force: true });
    await tellMarkers(row, attempt.id);
    void goings.mailReceipt(person, brief, attempt);
    return attempt;
  }

  return {
    mine: own.mine,
    join: own.join,
    brief: own.brief,

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
      const { row, of } = await writer.write(async (transaction) => {
        const row = await db.attempts.findOne({
          where: { id: attemptId, personId },
          include: [marking],
          transaction,
        });
        if (!row) throw notFound('attempt');
        const of = await briefRow(row.briefId);
        if (row.takenBackAt) return { row, of };
        const brief = await ownBrief(of, transaction);
        const rows = await attemptRows(row.briefId, transaction);
        const index = rows.findIndex(({ id }) => id === attemptId);
        if (!mayTakeBack(brief, rows.map(factsOf), index, now()))
          throw new ProblemError(
            'desk-closed',
            'This cannot be taken back any more: nothing could be handed over in its place. It stays handed over.',
          );
        await row.update({ takenBackAt: new Date(now()) }, { transaction });
        return { row, of };
      });
      const { by } = row.receipt;
      if (by?.kind === 'folder') await folders.takeBack(of.classId, by.folder, by.name);
      await tellMarkers(of, attemptId);
      return toAttempt(row);
    },

    async file(attemptId, index) {
      const row = await db.attempts.findOne({ where: { id: attemptId, personId } });
      if (!row) throw notFound('attempt');
      return handedFileOf(files, row, index);
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

/** A PDF's pages; of pictures, how many there are. */
const pagesOf = ({ main, further }: Awaited<ReturnType<typeof inspectHanded>>): number =>
  main.kind === 'pdf' ? main.pages : 1 + further.filter(({ kind }) => kind === 'picture').length;

/** A name that every system takes, with the ending of what the file is by its bytes. */
function nameOf(wanted: string, kind: 'pdf' | 'picture'): string {
  if (kind === 'pdf') return `${fileName(wanted.replace(/\.pdf$/i, ''))}.pdf`;
  const [, stem = wanted, ending = 'jpg'] = /^(.*)\.(jpe?g|png|webp)$/i.exec(wanted) ?? [];
  return `${fileName(stem)}.${ending.toLowerCase()}`;
}
