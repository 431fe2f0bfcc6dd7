import { randomUUID } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { attemptKey, type Brief, type MarkPin, type Stroke } from '@ravlo/contract';
import type { Desk } from '../desk/desk';
import type { MarkerDesk } from '../desk/markerDesk';
import { hashOf } from '../store/disk';
import type { DemoOthers, DemoPeople } from './loadPeople';

/** The desk as it was at a moment, ms, for whoever hands over or marks then. */
export interface DesksThen {
  student(personId: string, at: number): Desk;
  marker(personId: string, at: number): MarkerDesk;
}

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

interface Work {
  readonly who: keyof DemoOthers | 'imke' | 'jory';
  readonly brief: string;
  readonly file: string;
  readonly fileName: string;
  /** before it is due, ms */
  readonly early: number;
  readonly comment?: string;
  readonly isTakenBack?: boolean;
  readonly mark?: DemoMark;
}

interface DemoMark {
  readonly points: number;
  readonly comment: string;
  readonly pins: readonly Omit<MarkPin, 'id'>[];
  readonly strokes?: readonly Omit<Stroke, 'id'>[];
  /** the student has seen it */
  readonly isGivenBack: boolean;
}

const pin = (page: number, x: number, y: number, width: number, words: string, points: number | null = null) => ({
  ...{ page, x, y, width, words, points },
});

const WORKS: readonly Work[] = [
  {
    ...{ who: 'imke', brief: 'Harbour sketch', file: '../harbour-sketch.pdf' },
    ...{ fileName: 'Tarn_Imke_Harbour-sketch.pdf', early: 26 * HOUR, comment: 'From the sea wall, at half tide.' },
    mark: {
      ...{ points: 17, comment: 'Clear and well seen. Next time say from which height of tide you drew it.' },
      pins: [
        pin(1, 0.57, 0.375, 0.14, 'Good: the beacon stands where it does in the pilot.'),
        pin(1, 0.1, 0.178, 0.34, 'Which way is north? A sketch without an arrow is half a sketch.', -2),
        pin(1, 0.1, 0.1, 0.35, 'There are two east quays. Which one?', -1),
      ],
      strokes: [
        { page: 1, path: [[0.86, 0.2], [0.858, 0.16], [0.86, 0.12]] },
        { page: 1, path: [[0.846, 0.138], [0.852, 0.13], [0.86, 0.12]] },
        { page: 1, path: [[0.874, 0.138], [0.868, 0.13], [0.86, 0.12]] },
      ],
      isGivenBack: true,
    },
  },
  {
    ...{ who: 'pell', brief: 'Passage log', file: 'log-pell.pdf', fileName: 'Arden_Pell_Passage-log.pdf' },
    early: 118 * MINUTE,
  },
  {
    ...{ who: 'nils', brief: 'Passage log', file: 'log-nils.pdf', fileName: 'Corran_Nils_Passage-log.pdf' },
    ...{ early: -20 * MINUTE, comment: 'The bus was late, sorry.' },
  },
  {
    ...{ who: 'odo', brief: 'Passage log', file: 'log-odo.pdf', fileName: 'Fenn_Odo_Passage-log.pdf' },
    ...{ early: 40 * MINUTE, isTakenBack: true },
  },
  {
    ...{ who: 'liv', brief: 'Passage log', file: 'log-liv.pdf', fileName: 'Harrow_Liv_Passage-log.pdf' },
    early: 128 * MINUTE,
    mark: {
      ...{ points: 17, comment: 'A log that I would have liked to have on board.', isGivenBack: true },
      pins: [pin(1, 0.1, 0.362, 0.37, 'Say where you read the set.', -1), pin(2, 0.1, 0.402, 0.63, 'Then allow it on the chart.', -2)],
    },
  },
  {
    ...{ who: 'wenna', brief: 'Passage log', file: 'log-wenna.pdf', fileName: 'Pike_Wenna_Passage-log.pdf' },
    early: 9 * MINUTE,
  },
  {
    ...{ who: 'jory', brief: 'Passage log', file: 'log-jory.pdf', fileName: 'Vane_Jory_Passage-log.pdf' },
    early: 290 * MINUTE,
    mark: {
      ...{ points: 18, comment: '', isGivenBack: false },
      pins: [pin(1, 0.16, 0.268, 0.25, 'Two bearings are enough here: good.'), pin(2, 0.09, 0.377, 0.6, 'Then allow it on the chart.', -2)],
    },
  },
  {
    ...{ who: 'pell', brief: 'Tides, week 3', file: 'tides-pell.pdf', fileName: 'Arden_Pell_Tides,-week-3.pdf' },
    early: 30 * HOUR,
  },
  {
    ...{ who: 'wenna', brief: 'Tides, week 3', file: 'tides-wenna.pdf', fileName: 'Pike_Wenna_Tides,-week-3.pdf' },
    early: 27 * HOUR,
  },
];

/** Hands over made-up works, by the same road as a person's, and marks some: so there is something to look at from the start. */
export async function loadHandedWork(
  dir: string,
  desks: DesksThen,
  people: DemoPeople & DemoOthers,
  briefs: readonly Brief[],
): Promise<void> {
  for (const work of WORKS) {
    const brief = briefs.find(({ title }) => title === work.brief);
    if (!brief?.dueAt) throw new Error(`The demo has no brief ${work.brief}`);
    const at = Date.parse(brief.dueAt) - work.early;
    const desk = desks.student(people[work.who], at);
    const file = path.join(dir, 'handed', work.file);
    const sha256 = await hashOf(file);
    const key = attemptKey(brief.id, 1, sha256);
    await writeFile(desk.waiting(key), await readFile(file));
    const { id } = await desk.handOver(brief.id, {
      ...{ key, sha256, fileName: work.fileName, packetId: null, files: [] },
      ...{ comment: work.comment ?? '', isConfirmed: true },
    });
    if (work.isTakenBack) await desks.student(people[work.who], at + 30 * MINUTE).takeBack(id);
    if (work.mark) await mark(desks.marker(people.ada, Date.parse(brief.dueAt) + 2 * HOUR), id, work.mark);
  }
}

async function mark({ attempts }: MarkerDesk, id: string, given: DemoMark): Promise<void> {
  const { points, comment, pins, strokes = [], isGivenBack } = given;
  await attempts.mark(id, [
    ...pins.map((each) => {
      const to = { id: randomUUID(), ...each };
      return { of: 'pin' as const, id: to.id, from: null, to };
    }),
    ...strokes.map((each) => {
      const to = { id: randomUUID(), ...each };
      return { of: 'stroke' as const, id: to.id, from: null, to };
    }),
    { of: 'points', from: null, to: points },
    ...(comment === '' ? [] : [{ of: 'comment' as const, from: '', to: comment }]),
  ]);
  if (isGivenBack) await attempts.giveBack(id);
}
