import type { Brief, BriefContent } from '@ravlo/contract';
import { toBrief } from '../desk/rows';
import type { HandedFiles } from '../desk/handedFiles';
import type { Database } from '../store/database';
import type { Writer } from '../store/writer';
import { drawWorksheet } from './drawWorksheet';
import type { DemoOthers, DemoPeople } from './loadPeople';

type Content = BriefContent;

const PLAIN: Content = {
  ...{ title: '', unit: '', instructions: '', worksheet: null, dueAt: null, afterDue: { kind: 'late' } },
  ...{ points: 20, attempts: 3, format: 'pdf', paper: null, mostBytes: 4_000_000, pages: { kind: 'any' } },
  ...{ namePattern: { parts: ['surname', 'first-name', 'assignment'], separator: '_' } },
  ...{ statement: 'This is my own work', takesComment: true, by: { kind: 'desk' } },
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

/** Of the second class: work that goes by mail, and work that goes into a folder. */
const OTHER_BRIEFS: readonly DemoBrief[] = [
  {
    title: 'Rope log',
    unit: 'Seamanship',
    instructions: 'Which ropes you spliced, and how long each took. One page will do.',
    by: {
      kind: 'mail',
      to: 'ada.holm@skerry-point.example',
      subject: { parts: ['assignment', 'surname', 'first-name'], separator: ' ' },
    },
    dueIn: 9,
  },
  {
    title: 'Boat sketch',
    unit: 'Seamanship',
    instructions: 'Your boat from abeam, with the names of its sails.',
    by: { kind: 'folder', folder: 'Boat sketches' },
    dueIn: 12,
  },
];

const DAY = 24 * 3600_000;
const EVENING = 18;

/**
 * Puts the made-up classes on an empty desk; the students are in the first and can join the second by its code.
 *
 * @returns the first's briefs; null where the desk was not empty
 */
export async function loadDesk(
  db: Database,
  writer: Writer,
  { imke, jory, ada }: DemoPeople,
  files: Pick<HandedFiles, 'keepOwn'>,
  others: Partial<DemoOthers> = {},
  now = new Date(),
): Promise<Brief[] | null> {
  if ((await db.deskClasses.count()) > 0) return null;
  const bytes = await drawWorksheet(now);
  const worksheet = {
    ...{ name: 'Tide worksheet', sha256: await files.keepOwn(bytes), bytes: bytes.length, pages: 2 },
  };
  return writer.write(async (transaction) => {
    const marker = 'Ada Holm';
    const own = await db.deskClasses.create(
      { name: 'Coastal navigation, spring', marker, code: 'KTWR4729', markerCode: 'NBGD8247' },
      { transaction },
    );
    const other = await db.deskClasses.create({ name: 'Seamanship, spring', marker, code: 'MPHX6358', markerCode: 'QVJC3964' }, { transaction });
    for (const personId of [imke, jory, ...Object.values(others)])
      await db.members.create({ classId: own.id, personId, role: 'student' }, { transaction });
    for (const { id: classId } of [own, other])
      await db.members.create({ classId, personId: ada, role: 'marker' }, { transaction });
    const write = async (classId: string, { dueIn, hasWorksheet, ...rest }: DemoBrief) => {
      const dueAt = dueIn === null ? null : evening(now, dueIn).toISOString();
      const content = { ...PLAIN, ...rest, dueAt, worksheet: hasWorksheet ? worksheet : null };
      // Known since before the first work for it came in.
      const publishAt = new Date(now.getTime() - 14 * DAY);
      return toBrief(await db.briefs.create({ classId, content, publishAt }, { transaction }));
    };
    const briefs = [];
    for (const brief of BRIEFS) briefs.push(await write(own.id, brief));
    for (const brief of OTHER_BRIEFS) await write(other.id, brief);
    return briefs;
  });
}

function evening(now: Date, days: number): Date {
  const day = new Date(now.getTime() + days * DAY);
  day.setHours(EVENING, 0, 0, 0);
  return day;
}
