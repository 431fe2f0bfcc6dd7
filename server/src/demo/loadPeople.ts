import type { PersonFacts } from '@ravlo/contract';
import type { Database } from '../store/database';
import type { Writer } from '../store/writer';

/** The made-up household: two students, and who marks their work. */
export interface DemoPeople {
  readonly imke: string;
  readonly jory: string;
  readonly ada: string;
}

const PEOPLE: Record<keyof DemoPeople, PersonFacts> = {
  imke: { firstName: 'Imke', surname: 'Tarn', studentNumber: '', pattern: 'waves', email: '' },
  jory: { firstName: 'Jory', surname: 'Vane', studentNumber: '', pattern: 'stripes', email: '' },
  ada: { firstName: 'Ada', surname: 'Holm', studentNumber: '', pattern: 'rays', email: '' },
};

/** Students of the same class who live elsewhere. */
const OTHERS = {
  pell: { firstName: 'Pell', surname: 'Arden', pattern: 'scales' },
  kester: { firstName: 'Kester', surname: 'Brock', pattern: 'dots' },
  nils: { firstName: 'Nils', surname: 'Corran', pattern: 'bricks' },
  odo: { firstName: 'Odo', surname: 'Fenn', pattern: 'waves' },
  liv: { firstName: 'Liv', surname: 'Harrow', pattern: 'rays' },
  wenna: { firstName: 'Wenna', surname: 'Pike', pattern: 'crosses' },
  runa: { firstName: 'Runa', surname: 'Selm', pattern: 'chequers' },
} as const;

export type DemoOthers = Record<keyof typeof OTHERS, string>;

/** Enters the made-up people where they are not there yet, whoever else there is. */
export async function loadPeople(db: Database, writer: Writer): Promise<DemoPeople> {
  const enter = async ({ firstName, surname, ...rest }: PersonFacts): Promise<string> => {
    const known = await db.people.findOne({ where: { firstName, surname } });
    if (known) return known.id;
    return (await writer.write((transaction) => db.people.create({ firstName, surname, ...rest }, { transaction })))
      .id;
  };
  // One after the other: the first of a household is whose device it is.
  const imke = await enter(PEOPLE.imke);
  const jory = await enter(PEOPLE.jory);
  return { imke, jory, ada: await enter(PEOPLE.ada) };
}

/** Enters the students who are in the class and not of this household. */
export async function loadOthers(db: Database, writer: Writer): Promise<DemoOthers> {
  const entries = await writer.write(async (transaction) => {
    const made: [string, string][] = [];
    for (const [name, facts] of Object.entries(OTHERS)) {
      const row = await db.people.create({ ...facts, isElsewhere: true }, { transaction });
      made.push([name, row.id]);
    }
    return made;
  });
  return Object.fromEntries(entries) as DemoOthers;
}
