import type { BriefContent, BriefWork, Extend, MarkedBrief, WriteBrief, Worksheet } from '@ravlo/contract';
import { notFound, ProblemError } from '../problems';
import type { BriefRow } from '../store/deskModels';
import { inspectFile } from './inspectHanded';
import { markedBriefRow, markedClassRow, type MarkerContext } from './markerContext';
import { toMarkedBrief } from './markedClasses';
import { toClass } from './rows';
import { countsOf, toWork, workRowsOfBrief } from './workOf';

/** Briefs of the classes that a person marks in: written, changed, copied, put away, and the work for them. */
export function createMarkedBriefs(context: MarkerContext) {
  const { db, writer, files, now, tell } = context;

  const toMarked = async (row: BriefRow): Promise<MarkedBrief> =>
    toMarkedBrief(row, countsOf(await workRowsOfBrief(db, row)));

  /** Tells everybody in the class. */
  async function tellClass(row: BriefRow): Promise<void> {
    const members = await db.members.findAll({ where: { classId: row.classId } });
    tell(
      members.map(({ personId }) => personId),
      { briefId: row.id },
    );
  }

  /** Only a worksheet that the desk has itself is one. */
  async function assertWorksheet({ worksheet }: BriefContent): Promise<void> {
    if (worksheet && !(await inspectFile(files.pathOf(worksheet.sha256)).catch(() => null)))
      throw new ProblemError(
        'handed-altered',
        'The worksheet is not here. Attach it again; the brief is not changed.',
      );
  }

  async function write(
    classId: string,
    { content, publishAt }: Omit<WriteBrief, 'version'>,
  ): Promise<BriefRow> {
    await assertWorksheet(content);
    return writer.write(async (transaction) => {
      await markedClassRow(context, classId, transaction);
      const at = publishAt === null ? null : new Date(publishAt);
      return db.briefs.create({ classId, content, publishAt: at }, { transaction });
    });
  }

  return {
    async work(briefId: string): Promise<BriefWork> {
      const row = await markedBriefRow(context, briefId);
      const rows = await workRowsOfBrief(db, row);
      return {
        now: new Date(now()).toISOString(),
        deskClass: toClass(row.deskClass),
        marked: toMarkedBrief(row, countsOf(rows)),
        work: rows.map((each) => toWork(row, each)),
      };
    },

    async make(classId: string, written: WriteBrief): Promise<MarkedBrief> {
      const row = await write(classId, written);
      await tellClass(row);
      return toMarked(row);
    },

    /** @throws ProblemError changed-elsewhere where another marker has changed it since */
    async change(briefId: string, { content, publishAt, version }: WriteBrief): Promise<MarkedBrief> {
      await assertWorksheet(content);
      const row = await writer.write(async (transaction) => {
        const found = await markedBriefRow(context, briefId, transaction);
        if (found.version !== version)
          throw new ProblemError(
            'changed-elsewhere',
            'Somebody else has changed this brief meanwhile. What you wrote is still here; open the brief anew to see theirs.',
          );
        const at = publishAt === null ? null : new Date(publishAt);
        await found.update({ content, publishAt: at, version: found.version + 1 }, { transaction });
        return found;
      });
      await tellClass(row);
      return toMarked(row);
    },

    /** The same brief for another class, not published there yet. */
    async copy(briefId: string, classId: string): Promise<MarkedBrief> {
      const { content } = await markedBriefRow(context, briefId);
      const whole = { ...content, by: content.by ?? { kind: 'desk' as const } };
      return toMarked(await write(classId, { content: whole, publishAt: null }));
    },

    /** Put away, or brought back. Whoever has handed something over for it keeps seeing it, closed. */
    async setDeleted(briefId: string, isDeleted: boolean): Promise<MarkedBrief> {
      const row = await writer.write(async (transaction) => {
        const found = await markedBriefRow(context, briefId, transaction);
        await found.update({ deletedAt: isDeleted ? new Date(now()) : null }, { transaction });
        return found;
      });
      await tellClass(row);
      return toMarked(row);
    },

    async extend(briefId: string, { personId: studentId, dueAt }: Extend): Promise<MarkedBrief> {
      const row = await writer.write(async (transaction) => {
        const found = await markedBriefRow(context, briefId, transaction);
        const where = { briefId, personId: studentId };
        const isStudent = { classId: found.classId, personId: studentId, role: 'student' } as const;
        if ((await db.members.count({ where: isStudent, transaction })) === 0) throw notFound('person');
        await db.extensions.destroy({ where, transaction });
        if (dueAt !== null) await db.extensions.create({ ...where, dueAt: new Date(dueAt) }, { transaction });
        return found;
      });
      await tellClass(row);
      return toMarked(row);
    },

    /** Keeps a PDF as a worksheet. @throws ProblemError handed-format where it is none */
    async keepWorksheet(bytes: Uint8Array, name: string): Promise<Worksheet> {
      const sha256 = await files.keepOwn(bytes);
      const inspected = await inspectFile(files.pathOf(sha256));
      if (inspected?.kind !== 'pdf')
        throw new ProblemError(
          'handed-format',
          'A worksheet is a PDF that can be opened. Nothing was attached.',
        );
      return { name: name.replace(/\.pdf$/i, ''), sha256, bytes: bytes.length, pages: inspected.pages };
    },
  };
}
