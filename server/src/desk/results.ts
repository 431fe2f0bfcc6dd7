import path from 'node:path';
import { format } from 'date-fns/format';
import { stringify } from 'csv-stringify/sync';
import {
  fileName,
  nameFrom,
  sayStretch,
  totalPoints,
  versionedName,
  type Brief,
  type Marking,
  type Student,
} from '@ravlo/contract';
import { ZipFile } from 'yazl';
import type { AttemptRow } from '../store/deskModels';
import { markedBriefRow, type MarkerContext } from './markerContext';
import { toAttempt, toBrief } from './rows';
import { workRowsOfBrief, type WorkRows } from './workOf';

/** What leaves the desk: points as a table, all files in one zip, a brief with its results as JSON. */
export function createResults(context: MarkerContext) {
  const { db, files, now } = context;

  async function resultsOf(briefId: string) {
    const row = await markedBriefRow(context, briefId);
    const brief = toBrief(row);
    return { brief, className: row.deskClass.name, results: await workRowsOfBrief(db, row) };
  }

  return {
    /**
     * Points as CSV (RFC 4180, UTF-8 with its mark so that spreadsheets read it as such). What would be taken for a formula
     * there has an apostrophe before it.
     */
    async csv(briefId: string): Promise<{ readonly name: string; readonly text: string }> {
      const { brief, results } = await resultsOf(briefId);
      const parts = brief.pages.kind === 'parts' ? brief.pages.parts : [];
      const rows = results.map((result) => csvRow(brief, parts, result));
      const columns = [...COLUMNS, ...parts.map((part) => `Points: ${part}`)];
      const text = stringify([columns, ...rows], {
        ...{ bom: true, record_delimiter: 'windows', escape_formulas: true },
      });
      return { name: `${fileName(brief.title)}.csv`, text };
    },

    /** All files that stand, each named by the brief's pattern; what went with a file beside it. */
    async zip(briefId: string): Promise<{ readonly name: string; readonly zip: NodeJS.ReadableStream }> {
      const { brief, className, results } = await resultsOf(briefId);
      const zip = new ZipFile();
      const taken: string[] = [];
      for (const { student, standing: attempt } of results) {
        if (!attempt) continue;
        const { receipt } = attempt;
        const named = nameOf(brief, className, student, attempt);
        const name = versionedName(named, taken);
        taken.push(name);
        const mtime = new Date(receipt.arrivedAt);
        const add = (sha256: string, as: string) =>
          zip.addFile(files.pathOf(sha256), as, { mtime, compress: false });
        add(receipt.sha256, `${name}${endingOf(receipt.fileName)}`);
        const beside: string[] = [];
        for (const file of receipt.files ?? []) {
          const ending = endingOf(file.name);
          const stem = versionedName(fileName(path.parse(file.name).name), beside);
          beside.push(stem);
          add(file.sha256, `${name} (with it)/${stem}${ending}`);
        }
      }
      zip.end();
      return { name: `${fileName(brief.title)}.zip`, zip: zip.outputStream };
    },

    /** A brief with all that was handed over for it and said of it. */
    async json(briefId: string): Promise<{ readonly name: string; readonly json: object }> {
      const { brief, className, results } = await resultsOf(briefId);
      const json = {
        ...{
          kind: 'ravlo-results',
          version: 1,
          madeAt: new Date(now()).toISOString(),
          class: className,
          brief,
        },
        results: results.map((work) => ({
          ...{ student: work.student, dueAt: dueAtOf(brief, work), isTakenBack: isTakenBack(work) },
          attempt: work.standing && toAttempt(work.standing),
          marking: work.standing?.marking?.content ?? null,
          points: pointsOf(work.standing, brief),
          markedBy: work.standing?.marking?.markedBy ?? null,
        })),
      };
      return { name: `${fileName(brief.title)}.json`, json };
    },
  };
}

const COLUMNS = [
  ...['Surname', 'First name', 'Student number', 'Called', 'State', 'Handed over', 'Late by', 'Attempt'],
  ...['Pages', 'Points', 'Out of', 'Comment', 'Marked by', 'Given back'],
];

/** Handed over, and nothing of it stands. */
const isTakenBack = ({ standing, attempts }: WorkRows): boolean => standing === null && attempts.length > 0;

const dueAtOf = ({ dueAt }: Brief, { extension }: WorkRows): string | null =>
  extension?.dueAt.toISOString() ?? dueAt;

function csvRow(brief: Brief, parts: readonly string[], work: WorkRows): (string | number)[] {
  const { student, standing: attempt } = work;
  const dueAt = dueAtOf(brief, work);
  const { surname, firstName, studentNumber, name } = student;
  const marking: Marking | undefined = attempt?.marking?.content;
  const receipt = attempt?.receipt;
  const late = receipt && dueAt !== null ? Date.parse(receipt.arrivedAt) - Date.parse(dueAt) : 0;
  const state = attempt ? 'handed over' : isTakenBack(work) ? 'taken back' : 'nothing yet';
  return [
    ...[surname, firstName, studentNumber, name, student.hasLeft ? `${state}, has left` : state],
    ...[receipt ? sayAt(receipt.arrivedAt) : '', late > 0 ? sayStretch(late) : '', receipt?.attempt ?? ''],
    ...[receipt?.pages ?? '', pointsOf(attempt, brief) ?? '', brief.points ?? '', marking?.comment ?? ''],
    ...[attempt?.marking?.markedBy ?? '', attempt?.marking?.given ? sayAt(attempt.marking.given.at) : ''],
    ...parts.map((part) => marking?.parts.find((each) => each.part === part)?.points ?? ''),
  ];
}

const sayAt = (iso: string) => format(new Date(iso), 'yyyy-MM-dd HH:mm');

const pointsOf = (attempt: AttemptRow | null, { points: most }: Brief): number | null =>
  attempt?.marking ? totalPoints(attempt.marking.content, most) : null;

/** A name by the brief's pattern; without one, whose it is and what. */
function nameOf(brief: Brief, className: string, student: Student, attempt: AttemptRow): string {
  const { surname, firstName, studentNumber, name } = student;
  const pattern = brief.namePattern ?? { parts: ['surname', 'first-name', 'assignment'], separator: '_' };
  const named = nameFrom(pattern, {
    ...{ surname: surname || name, 'first-name': firstName, 'student-number': studentNumber },
    ...{ class: className, assignment: brief.title, unit: brief.unit, version: String(attempt.number) },
    date: attempt.receipt.arrivedAt.slice(0, 10),
  });
  return fileName(named, fileName(name));
}

const endingOf = (name: string): string => path.extname(name).toLowerCase();
