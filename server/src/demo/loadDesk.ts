import type { Brief } from '@ravlo/contract';
import type { HandedFiles } from '../desk/handedFiles';
import type { Database } from '../store/database';
import type { Writer } from '../store/writer';
import { drawWorksheet } from './drawWorksheet';
import type { DemoPeople } from './loadPeople';

type Content = Omit<Brief, 'id' | 'classId'>;

const PLAIN: Content = {
  ...{ title: '', unit: '', instructions: '', worksheet: null, dueAt: null, afterDue: { kind: 'late' } },
  ...{ points: 20, attempts: 3, format: 'pdf', paper: null, mostBytes: 4_000_000, pages: { kind: 'any' } },
  ...{ namePattern: { parts: ['surname', 'first-name', 'assignment'], separator: '_' } },
  ...{ statement: 'This is my own work', takesComment: true },
};

interface DemoBrief extends Partial<Content> {
  readonly title: string;
  readonly dueIn: number | null;
  readonly hasWorksheet?: boolean;
}

/** Made-up briefs; due so many days after the first start, in the evening, so that there is always one that waits. */
const BRIEFS: readonly DemoBrief[] = [
  {
    title: 'Tides, week 3',
    unit: 'Tide tables by hand',
    instructions:
      'Work the tables for Skerry Point by hand: springs and neaps, and the rule of twelfths for each.\nDraw the curve on squared paper. Show how you got to every figure.',
    pages: { kind: 'count', least: 4, most: 6 },
    hasWorksheet: true,
    paper: 'a4',
    dueIn: 1,
  },
  {
    title: 'Passage log',
    unit: 'Passage making',
    instructions: 'The log of your passage to Holm Sound, as it was written on board. Nothing is copied out fair.',
    pages: { kind: 'count', least: 2, most: 4 },
    dueIn: -1,
  },
  {
    title: 'Chart problems 1 to 5',
    unit: 'Chart work',
    instructions: 'Every problem on a page of its own. Name true, magnetic and compass bearings as such.',
    pages: { kind: 'parts', parts: ['1', '2', '3', '4', '5'].map((number) => `Problem ${number}`) },
    dueIn: 5,
  },
  {
    title: 'Knots and hitches',
    unit: 'Ropes',
    instructions: 'Draw four knots of your choice, and write under each what it is for.',
    points: null,
    attempts: null,
    format: 'pictures',
    dueIn: null,
  },
  {
    title: 'Harbour sketch',
    unit: 'Passage making',
    instructions: 'A pencil sketch of the harbour from the sea wall, with its leading marks.',
    afterDue: { kind: 'closed' },
    dueIn: -6,
  },
];

const DAY = 24 * 3600_000;
const EVENING = 18;

/**
 * Puts the made-up classes on an empty desk; both students are in the first and can join the second by its code.
 *
 * @returns whether the desk was empty
 */
export async function loadDesk(
  db: Database,
  writer: Writer,
  { imke, jory, ada }: DemoPeople,
  files: Pick<HandedFiles, 'keepOwn'>,
  now = new Date(),
): Promise<boolean> {
  if ((await db.deskClasses.count()) > 0) return false;
  const bytes = await drawWorksheet(now);
  const worksheet = {
    ...{ name: 'Tide worksheet', sha256: await files.keepOwn(bytes), bytes: bytes.length, pages: 2 },
  };
  await writer.write(async (transaction) => {
    const marker = 'Ada Holm';
    const own = await db.deskClasses.create(
      { name: 'Coastal navigation, spring', marker, code: 'KTWR4729' },
      { transaction },
    );
    const other = await db.deskClasses.create({ name: 'Seamanship, spring', marker, code: 'MPHX6358' }, { transaction });
    for (const personId of [imke, jory])
      await db.members.create({ classId: own.id, personId, role: 'student' }, { transaction });
    for (const { id: classId } of [own, other])
      await db.members.create({ classId, personId: ada, role: 'marker' }, { transaction });
    for (const { dueIn, hasWorksheet, ...content } of BRIEFS) {
      const dueAt = dueIn === null ? null : evening(now, dueIn).toISOString();
      await db.briefs.create({ classId: own.id, content: { ...PLAIN, ...content, dueAt, worksheet: hasWorksheet ? worksheet : null } }, { transaction });
    }
  });
  return true;
}

function evening(now: Date, days: number): Date {
  const day = new Date(now.getTime() + days * DAY);
  day.setHours(EVENING, 0, 0, 0);
  return day;
}
