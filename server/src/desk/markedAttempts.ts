import {
  FRESH_MARKING,
  fullName,
  isMarkedAtAll,
  keyOfEdit,
  mergeMarkEdits,
  MOST_PHRASES,
  numberedPins,
  totalPoints,
  type Brief,
  type Marked,
  type MarkEdit,
  type Marking,
  type Reading,
} from '@ravlo/contract';
import type { Transaction } from 'sequelize';
import { notFound, ProblemError } from '../problems';
import type { AttemptRow, BriefRow, MarkingRow } from '../store/deskModels';
import { handedFileOf, type HandedFile } from './handedFileOf';
import { markedAttemptRow, markedBriefRow, markersOf, toStudent, type MarkerContext } from './markerContext';
import { standingOf, toAttempt, toBrief } from './rows';
import { isChangedSince, workRowsOfBrief } from './workOf';

/** Work that is looked through for what was written before. */
const MOST_READ_FOR_PHRASES = 100;

type MarkedAttemptRow = Awaited<ReturnType<typeof markedAttemptRow>>;

/** Work on a marker's desk: read, marked and given back. */
export function createMarkedAttempts(context: MarkerContext) {
  const { db, writer, files, personId, now, tell } = context;

  async function toReading(row: MarkedAttemptRow): Promise<Reading> {
    const { brief } = row;
    const member = await db.members.findOne({
      where: { classId: brief.classId, personId: row.personId },
      include: [{ model: db.people, as: 'person', required: true }],
    });
    if (!member) throw notFound('attempt');
    const extension = await db.extensions.findOne({ where: { briefId: brief.id, personId: row.personId } });
    const all = await db.attempts.findAll({
      where: { briefId: brief.id, personId: row.personId },
      order: [['number', 'ASC']],
    });
    const newest = standingOf(all);
    const { marking } = row;
    return {
      ...{ attempt: toAttempt(row), brief: toBrief(brief, extension), student: toStudent(member) },
      parts: row.parts ?? [],
      ...{ marking: marking?.content ?? FRESH_MARKING, authors: marking?.authors ?? {} },
      ...{ version: marking?.version ?? 0, givenBackAt: marking?.given?.at ?? null },
      isChangedSince: marking ? isChangedSince(marking) : false,
      newerAttemptId: newest && newest.number > row.number ? newest.id : null,
    };
  }

  /** The student hears of it only when something is given back. */
  async function tellMarkers(row: MarkedAttemptRow): Promise<void> {
    tell(await markersOf(db, row.brief.classId), { briefId: row.briefId, attemptId: row.id });
  }

  async function ownName(transaction: Transaction): Promise<string> {
    const person = await db.people.findByPk(personId, { transaction });
    return person ? fullName(person) : '';
  }

  async function markingRow(row: AttemptRow, transaction: Transaction): Promise<MarkingRow> {
    const known = await db.markings.findByPk(row.id, { transaction });
    const fresh = { content: FRESH_MARKING, authors: {}, markedBy: '', version: 0 };
    return known ?? (await db.markings.create({ attemptId: row.id, ...fresh }, { transaction }));
  }

  async function giveBackIn(row: AttemptRow, brief: BriefRow, transaction: Transaction): Promise<void> {
    const marking = await markingRow(row, transaction);
    const { content, version } = marking;
    const { points: most } = toBrief(brief);
    const [by, at] = [await ownName(transaction), new Date(now()).toISOString()];
    await marking.update(
      {
        given: { marking: content, points: totalPoints(content, most), most, by, at },
        givenVersion: version,
      },
      { transaction },
    );
  }

  return {
    reading: async (attemptId: string): Promise<Reading> =>
      toReading(await markedAttemptRow(context, attemptId)),

    /** @param index 0 for the file itself, from 1 on for what went with it */
    async file(attemptId: string, index: number): Promise<HandedFile> {
      return handedFileOf(files, await markedAttemptRow(context, attemptId), index);
    },

    /**
     * Makes edits; what another marker has changed meanwhile is left as it is, and named.
     *
     * @throws ProblemError points-too-many
     */
    async mark(attemptId: string, edits: readonly MarkEdit[]): Promise<Marked> {
      const done = await writer.write(async (transaction) => {
        const row = await markedAttemptRow(context, attemptId, transaction);
        const brief = toBrief(row.brief);
        const marking = await markingRow(row, transaction);
        const merged = mergeMarkEdits(marking.content, edits);
        assertWithin(merged.marking, brief);
        if (merged.changed.length > 0) {
          const name = await ownName(transaction);
          const authors = { ...marking.authors };
          for (const key of merged.changed) authors[key] = name;
          await marking.update(
            { content: merged.marking, authors, markedBy: name, version: marking.version + 1 },
            { transaction },
          );
        }
        row.marking = marking;
        return { row, merged };
      });
      if (done.merged.changed.length > 0) await tellMarkers(done.row);
      return { reading: await toReading(done.row), clashes: done.merged.clashes.map(keyOfEdit) };
    },

    /** The student sees it as it is now. @throws ProblemError not-standing where it was taken back meanwhile */
    async giveBack(attemptId: string): Promise<Reading> {
      const row = await writer.write(async (transaction) => {
        const found = await markedAttemptRow(context, attemptId, transaction);
        if (found.takenBackAt)
          throw new ProblemError(
            'not-standing',
            'The student has taken this back meanwhile. What you said of it is kept; nothing was given back.',
          );
        await giveBackIn(found, found.brief, transaction);
        return found;
      });
      await tellMarkers(row);
      tell([row.personId], { briefId: row.briefId, attemptId });
      return toReading(await markedAttemptRow(context, attemptId));
    },

    /** Gives back everything of a brief of which something was said. @returns how many */
    async giveBackAll(briefId: string): Promise<number> {
      const given = await writer.write(async (transaction) => {
        const brief = await markedBriefRow(context, briefId, transaction);
        const works = await workRowsOfBrief(db, brief);
        const ready = works.flatMap(({ standing }) => (standing && isToBeGiven(standing) ? [standing] : []));
        for (const row of ready) await giveBackIn(row, brief, transaction);
        return { brief, personIds: ready.map((row) => row.personId) };
      });
      tell([...given.personIds, ...(await markersOf(db, given.brief.classId))], { briefId });
      return given.personIds.length;
    },

    /** What the markers of this person's classes wrote beside pins before, the last used first. */
    async phrases(): Promise<string[]> {
      const members = await db.members.findAll({ where: { personId, role: 'marker' } });
      const inClass = { classId: members.map(({ classId }) => classId) };
      const brief = { model: db.briefs, as: 'brief', required: true, where: inClass };
      const rows = await db.attempts.findAll({
        include: [brief, { model: db.markings, as: 'marking', required: true }],
        order: [[{ model: db.markings, as: 'marking' }, 'updatedAt', 'DESC']],
        limit: MOST_READ_FOR_PHRASES,
      });
      const pins = rows.flatMap(({ marking }) => numberedPins(marking?.content.pins ?? []));
      const words = pins.map(({ pin }) => pin.words.trim()).filter(Boolean);
      return [...new Set(words)].slice(0, MOST_PHRASES);
    },
  };
}

/** Something was said that the student has not been given. */
const isToBeGiven = ({ marking }: AttemptRow): boolean =>
  marking !== null &&
  marking !== undefined &&
  isMarkedAtAll(marking.content) &&
  marking.givenVersion !== marking.version;

/** @throws ProblemError points-too-many */
function assertWithin({ points, parts }: Marking, { points: most }: Brief): void {
  const all = [points, ...parts.map((part) => part.points)].filter((value) => value !== null);
  if (all.length === 0 || (most !== null && all.every((value) => value <= most))) return;
  throw new ProblemError(
    'points-too-many',
    most === null
      ? 'This brief has no points.'
      : `There are ${most} points at most. What you typed is not saved.`,
  );
}
