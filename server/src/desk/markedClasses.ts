import type { ChangeClass, MarkedClass, MarkerDesk } from '@ravlo/contract';
import { fullName } from '@ravlo/contract';
import { notFound } from '../problems';
import type { BriefRow, DeskClassRow } from '../store/deskModels';
import { newCode } from '../store/newCode';
import { markedClassRow, studentsOf, type MarkerContext } from './markerContext';
import { dueOf, toBrief } from './rows';
import { countsOf, workRowsOf } from './workOf';

/** The classes that a person marks in: made, joined by students, changed. */
export function createMarkedClasses(context: MarkerContext) {
  const { db, writer, personId, now, tell } = context;

  async function markedClass(row: DeskClassRow): Promise<MarkedClass> {
    const students = await studentsOf(db, row.id);
    const briefs = await db.briefs.findAll({ where: { classId: row.id }, order: [['createdAt', 'ASC']] });
    const works = await workRowsOf(db, briefs, students);
    const markers = await db.members.findAll({
      where: { classId: row.id, role: 'marker' },
      include: [{ model: db.people, as: 'person', required: true }],
      order: [['createdAt', 'ASC']],
    });
    const marked = briefs.map((brief, i) => toMarkedBrief(brief, countsOf(works[i] ?? [])));
    return {
      ...{ id: row.id, name: row.name, code: row.isClosed ? null : row.code },
      markerCode: row.markerCode,
      markers: markers.map(({ person }) => (person ? fullName(person) : '')),
      students,
      briefs: marked.sort((a, b) => dueOf(a.brief) - dueOf(b.brief)),
    };
  }

  async function memberRow(classId: string, studentId: string) {
    const member = await db.members.findOne({
      where: { classId, personId: studentId, role: ['student', 'left'] },
    });
    if (!member) throw notFound('person');
    return member;
  }

  return {
    async desk(): Promise<MarkerDesk> {
      const members = await db.members.findAll({ where: { personId, role: 'marker' } });
      const rows = await db.deskClasses.findAll({
        where: { id: members.map(({ classId }) => classId) },
        order: [['name', 'ASC']],
      });
      const classes = [];
      for (const row of rows) classes.push(await markedClass(row));
      return { now: new Date(now()).toISOString(), classes };
    },

    async make(name: string): Promise<MarkedClass> {
      const person = await db.people.findByPk(personId);
      const row = await writer.write(async (transaction) => {
        const marker = person ? fullName(person) : '';
        const made = await db.deskClasses.create({ name, marker, code: newCode() }, { transaction });
        await db.members.create({ classId: made.id, personId, role: 'marker' }, { transaction });
        return made;
      });
      return markedClass(row);
    },

    async change(classId: string, { name, isOpen, renew }: ChangeClass): Promise<MarkedClass> {
      const row = await writer.write(async (transaction) => {
        const found = await markedClassRow(context, classId, transaction);
        await found.update(
          {
            ...(name === undefined ? {} : { name }),
            ...(isOpen === undefined ? {} : { isClosed: !isOpen }),
            ...(renew === undefined ? {} : { [renew]: newCode() }),
          },
          { transaction },
        );
        return found;
      });
      return markedClass(row);
    },

    /** @param name empty: as they call themselves */
    async call(classId: string, studentId: string, name: string): Promise<MarkedClass> {
      const row = await markedClassRow(context, classId);
      const member = await memberRow(classId, studentId);
      await writer.write((transaction) => member.update({ calledAs: name }, { transaction }));
      return markedClass(row);
    },

    /** Out of the class, or back into it. What they have handed over stays where it is. */
    async setLeft(classId: string, studentId: string, hasLeft: boolean): Promise<MarkedClass> {
      const row = await markedClassRow(context, classId);
      const member = await memberRow(classId, studentId);
      await writer.write((transaction) =>
        member.update({ role: hasLeft ? 'left' : 'student' }, { transaction }),
      );
      tell([studentId], { briefId: null });
      return markedClass(row);
    },
  };
}

export const toMarkedBrief = (row: BriefRow, counts: ReturnType<typeof countsOf>) => ({
  brief: toBrief(row),
  publishAt: row.publishAt?.toISOString() ?? null,
  isDeleted: Boolean(row.deletedAt),
  version: row.version,
  counts,
});
