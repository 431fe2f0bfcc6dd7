import type { Transaction } from 'sequelize';
import { fullName, type Brief, type DeskClass, type DeskOfMine, type MyBrief } from '@ravlo/contract';
import { notFound, ProblemError } from '../problems';
import type { AttemptRow, BriefRow } from '../store/deskModels';
import type { DeskParts } from './desk';
import { markersOf } from './markerContext';
import { dueOf, toAttempt, toBrief, toClass } from './rows';

/** The classes that a person is in as a student, what is asked of them there, and what they have handed over. */
export function createOwnBriefs({ db, writer, personId, practice, tell }: DeskParts) {
  const { now } = practice;

  /** Whether students see it. */
  const isPublished = ({ publishAt, deletedAt }: BriefRow) =>
    !deletedAt && publishAt instanceof Date && publishAt.getTime() <= now();

  /** @throws ProblemError not-found, also where the person is not in its class or does not see it yet */
  async function briefRow(id: string): Promise<BriefRow> {
    const row = await db.briefs.findOne({
      where: { id },
      include: [{ model: db.deskClasses, as: 'deskClass' }],
    });
    const isMember =
      row && (await db.members.count({ where: { classId: row.classId, personId, role: 'student' } })) > 0;
    if (!row || !isMember) throw notFound('brief');
    if (!isPublished(row) && (await db.attempts.count({ where: { briefId: id, personId } })) === 0)
      throw notFound('brief');
    return row;
  }

  /** As it is for this person: they may have another due time. */
  async function ownBrief(row: BriefRow, transaction?: Transaction): Promise<Brief> {
    const extension = await db.extensions.findOne({ where: { briefId: row.id, personId }, transaction });
    return closedWhereDeleted(toBrief(row, extension), row);
  }

  /** The first first, with what is said of them. */
  const attemptRows = (briefId: string | string[], transaction?: Transaction) =>
    db.attempts.findAll({
      where: { briefId, personId },
      include: [{ model: db.markings, as: 'marking' }],
      order: [['number', 'ASC']],
      transaction,
    });

  return {
    ...{ briefRow, ownBrief, attemptRows },

    async mine(): Promise<DeskOfMine> {
      const person = await db.people.findByPk(personId);
      const members = await db.members.findAll({ where: { personId, role: 'student' } });
      const ids = members.map(({ classId }) => classId);
      const classes = await db.deskClasses.findAll({ where: { id: ids }, order: [['name', 'ASC']] });
      const briefs = await db.briefs.findAll({
        where: { classId: ids },
        include: [{ model: db.deskClasses, as: 'deskClass' }],
      });
      const attempts = await attemptRows(briefs.map(({ id }) => id));
      const extensions = await db.extensions.findAll({ where: { personId } });
      const mine = briefs
        .filter((row) => isPublished(row) || attempts.some(({ briefId }) => briefId === row.id))
        .map((row) => {
          const extension = extensions.find(({ briefId }) => briefId === row.id);
          return toMyBrief(row, closedWhereDeleted(toBrief(row, extension), row), attempts);
        });
      return {
        now: new Date(now()).toISOString(),
        person: person ? fullName(person) : '',
        classes: classes.map(toClass),
        briefs: mine.sort((a, b) => dueOf(a.brief) - dueOf(b.brief)),
      };
    },

    /** By the code for students, or as a marker by theirs. @throws ProblemError no-such-class */
    async join(code: string): Promise<DeskClass> {
      const asMarker = await db.deskClasses.findOne({ where: { markerCode: code } });
      const row = asMarker ?? (await db.deskClasses.findOne({ where: { code, isClosed: false } }));
      if (!row)
        throw new ProblemError(
          'no-such-class',
          'No class has this code. Look at it again, letter by letter.',
        );
      await writer.write(async (transaction) => {
        const role = asMarker ? 'marker' : 'student';
        const [member] = await db.members.findOrCreate({
          where: { classId: row.id, personId },
          defaults: { classId: row.id, personId, role },
          transaction,
        });
        // Who marks already is no student by the other code; who had left is back.
        if (member.role !== role && member.role !== 'marker') await member.update({ role }, { transaction });
      });
      tell(await markersOf(db, row.id), { briefId: null });
      return toClass(row);
    },

    async brief(id: string): Promise<MyBrief> {
      const row = await briefRow(id);
      return toMyBrief(row, await ownBrief(row), await attemptRows(id));
    },
  };
}

/** A brief that was put away takes nothing any more; who has handed something over sees it so. */
function closedWhereDeleted(brief: Brief, { deletedAt }: BriefRow): Brief {
  if (!deletedAt) return brief;
  const isOver = brief.dueAt !== null && Date.parse(brief.dueAt) < deletedAt.getTime();
  return { ...brief, dueAt: isOver ? brief.dueAt : deletedAt.toISOString(), afterDue: { kind: 'closed' } };
}

/** @param attempts of one person; also of other briefs */
function toMyBrief(row: BriefRow, brief: Brief, attempts: readonly AttemptRow[]): MyBrief {
  if (!row.deskClass) throw new Error('A brief was read without its class');
  const own = attempts.filter(({ briefId }) => briefId === row.id).map(toAttempt);
  return { brief, deskClass: toClass(row.deskClass), attempts: own };
}
