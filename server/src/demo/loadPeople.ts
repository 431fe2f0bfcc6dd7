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
  imke: { firstName: 'Imke', surname: 'Tarn', studentNumber: '', pattern: 'waves' },
  jory: { firstName: 'Jory', surname: 'Vane', studentNumber: '', pattern: 'stripes' },
  ada: { firstName: 'Ada', surname: 'Holm', studentNumber: '', pattern: 'rays' },
};

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
