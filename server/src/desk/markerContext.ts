import type { Transaction } from 'sequelize';
import { fullName, type DeskChange, type Student } from '@ravlo/contract';
import { notFound } from '../problems';
import type { Database } from '../store/database';
import type { AttemptRow, BriefRow, DeskClassRow, MemberRow } from '../store/deskModels';
import type { Writer } from '../store/writer';
import type { HandedFiles } from './handedFiles';

/** What every part of a marker's desk stands on. */
export interface MarkerContext {
  readonly db: Database;
  readonly writer: Writer;
  readonly files: HandedFiles;
  /** whose desk it is: only of classes that they mark in is anything read or written */
  readonly personId: string;
  readonly now: () => number;
  readonly tell: Tell;
}

/** Tells people who may be listening that a brief's work is not as it was; said when the change is safe. */
export type Tell = (personIds: readonly string[], change: DeskChange) => void;

export async function isMarkerOf(
  { db, personId }: Pick<MarkerContext, 'db' | 'personId'>,
  classId: string,
  transaction?: Transaction,
): Promise<boolean> {
  return (await db.members.count({ where: { classId, personId, role: 'marker' }, transaction })) > 0;
}

/** @throws ProblemError not-found unless this person marks in the class */
export async function markedClassRow(
  context: MarkerContext,
  id: string,
  transaction?: Transaction,
): Promise<DeskClassRow> {
  const row = await context.db.deskClasses.findByPk(id, { transaction });
  if (!row || !(await isMarkerOf(context, id, transaction))) throw notFound('class');
  return row;
}

/** @throws ProblemError not-found unless it is a brief of a class that this person marks in; also one that was put away */
export async function markedBriefRow(
  context: MarkerContext,
  id: string,
  transaction?: Transaction,
): Promise<BriefRow & { deskClass: DeskClassRow }> {
  const { db } = context;
  const row = await db.briefs.findOne({
    where: { id },
    include: [{ model: db.deskClasses, as: 'deskClass', required: true }],
    transaction,
  });
  if (!row?.deskClass || !(await isMarkerOf(context, row.classId, transaction))) throw notFound('brief');
  return row as BriefRow & { deskClass: DeskClassRow };
}

/** With its brief, class and marking. @throws ProblemError not-found unless this person marks in its class */
export async function markedAttemptRow(
  context: MarkerContext,
  id: string,
  transaction?: Transaction,
): Promise<AttemptRow & { brief: BriefRow & { deskClass: DeskClassRow } }> {
  const { db } = context;
  const row = await db.attempts.findOne({
    where: { id },
    include: [{ model: db.markings, as: 'marking' }],
    transaction,
  });
  if (!row) throw notFound('attempt');
  const brief = await markedBriefRow(context, row.briefId, transaction).catch(() => {
    throw notFound('attempt');
  });
  return Object.assign(row, { brief });
}

/** Who is, or was, in a class as a student, by how they are called. */
export async function studentsOf(db: Database, classId: string): Promise<Student[]> {
  const rows = await db.members.findAll({
    where: { classId, role: ['student', 'left'] },
    include: [{ model: db.people, as: 'person', required: true }],
  });
  const byName = new Intl.Collator(undefined, { numeric: true });
  return rows
    .map(toStudent)
    .sort(
      (a, b) => byName.compare(a.surname || a.name, b.surname || b.name) || byName.compare(a.name, b.name),
    );
}

export function toStudent({ personId, calledAs, role, person }: MemberRow): Student {
  if (!person) throw new Error('A member was read without the person');
  const { firstName, surname, studentNumber, pattern } = person;
  return {
    ...{ id: personId, name: calledAs || fullName(person), firstName, surname, studentNumber, pattern },
    hasLeft: role === 'left',
  };
}

/** Everybody who marks in a class. */
export async function markersOf(db: Database, classId: string): Promise<string[]> {
  return (await db.members.findAll({ where: { classId, role: 'marker' } })).map(({ personId }) => personId);
}
