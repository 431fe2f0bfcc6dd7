import {
  attemptsLeft,
  isMarkedAtAll,
  totalPoints,
  type MarkGlance,
  type Student,
  type Work,
  type WorkCounts,
} from '@ravlo/contract';
import type { Database } from '../store/database';
import type { AttemptRow, BriefRow, ExtensionRow, MarkingRow } from '../store/deskModels';
import { studentsOf } from './markerContext';
import { factsOf, standingOf, toAttempt, toBrief } from './rows';

/** One student's work for a brief, as the rows have it. */
export interface WorkRows {
  readonly student: Student;
  /** the first first, read with their markings */
  readonly attempts: readonly AttemptRow[];
  /** the one that stands */
  readonly standing: AttemptRow | null;
  readonly extension: ExtensionRow | undefined;
}

/** The work of briefs of one class, read together: that of every student, and of those who have left where there is any. */
export async function workRowsOf(
  db: Database,
  briefs: readonly BriefRow[],
  students: readonly Student[],
): Promise<WorkRows[][]> {
  const briefId = briefs.map(({ id }) => id);
  const attempts = await db.attempts.findAll({
    where: { briefId },
    include: [{ model: db.markings, as: 'marking' }],
    order: [['number', 'ASC']],
  });
  const made = groupedBy(attempts);
  const extended = groupedBy(await db.extensions.findAll({ where: { briefId } }));
  return briefs.map((brief) =>
    students.flatMap((student): WorkRows[] => {
      const key = keyOf({ briefId: brief.id, personId: student.id });
      const own = made.get(key) ?? [];
      if (student.hasLeft && own.length === 0) return [];
      return [{ student, attempts: own, standing: standingOf(own), extension: extended.get(key)?.[0] }];
    }),
  );
}

interface OfStudent {
  readonly briefId: string;
  readonly personId: string;
}

const keyOf = ({ briefId, personId }: OfStudent) => `${briefId} ${personId}`;

function groupedBy<T extends OfStudent>(rows: readonly T[]): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const group = groups.get(keyOf(row));
    if (group) group.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
}

/** The work of one brief. */
export async function workRowsOfBrief(db: Database, brief: BriefRow): Promise<WorkRows[]> {
  const [rows = []] = await workRowsOf(db, [brief], await studentsOf(db, brief.classId));
  return rows;
}

export function toWork(row: BriefRow, { student, attempts, standing, extension }: WorkRows): Work {
  const brief = toBrief(row, extension);
  return {
    ...{ student, dueAt: brief.dueAt, isExtended: extension !== undefined },
    attempts: attempts.map(toAttempt),
    attemptsLeft: attemptsLeft(brief, attempts.map(factsOf)),
    mark: standing?.marking && isSaid(standing) ? toGlance(standing.marking, brief.points) : null,
  };
}

/** Whether anything was said of an attempt. */
const isSaid = ({ marking }: AttemptRow): boolean =>
  marking !== null && marking !== undefined && (Boolean(marking.given) || isMarkedAtAll(marking.content));

const toGlance = (row: MarkingRow, most: number | null): MarkGlance => ({
  ...{ points: totalPoints(row.content, most), pins: row.content.pins.length, by: row.markedBy },
  ...{ givenBackAt: row.given?.at ?? null, isChangedSince: isChangedSince(row) },
});

/** Whether something was said since the student was given anything. */
export const isChangedSince = ({ given, givenVersion, version }: MarkingRow): boolean =>
  Boolean(given) && givenVersion !== version;

/** How much there is of each kind; of the rows alone, for a marker's desk counts all briefs of all classes. */
export function countsOf(rows: readonly WorkRows[]): WorkCounts {
  const standing = rows.flatMap((each) => each.standing ?? []);
  const marked = standing.filter(isSaid).length;
  const here = rows.filter(({ student }) => !student.hasLeft);
  return {
    ...{ students: here.length, marked, toMark: standing.length - marked },
    nothingYet: here.filter((each) => each.standing === null).length,
  };
}
