import { nameFrom, type NameValues } from '../namePattern';
import { MOST_NAME_LENGTH, UNNAMED, type PacketFacts } from '../packet';
import type { Person } from '../people';
import type { Brief } from './brief';
import type { DeskClass } from './handOver';

/** What the fields of a name are filled with for a brief. */
export function briefNameValues(
  brief: Pick<Brief, 'title' | 'unit'>,
  deskClass: Pick<DeskClass, 'name'>,
  person: Pick<Person, 'firstName' | 'surname' | 'studentNumber'> | null,
  own: Pick<NameValues, 'date' | 'version'>,
): NameValues {
  return {
    ...own,
    ...{ assignment: brief.title, unit: brief.unit, class: deskClass.name },
    ...(person && {
      'first-name': person.firstName,
      surname: person.surname,
      'student-number': person.studentNumber,
    }),
  };
}

/** The name that a brief asks for; null where it leaves that to the student, or nothing comes of its pattern. */
export function nameAsked({ namePattern }: Pick<Brief, 'namePattern'>, values: NameValues): string | null {
  if (!namePattern) return null;
  return nameFrom(namePattern, values).slice(0, MOST_NAME_LENGTH).trim() || null;
}

/**
 * What a packet takes from the brief that it is tied to: paper, size limit, and the name that is asked for. A name that
 * somebody has given it stays: nothing is overwritten without a word.
 */
export function tieFacts(
  facts: Pick<PacketFacts, 'name'>,
  brief: Pick<Brief, 'id' | 'paper' | 'mostBytes'>,
  asked: string | null,
): Partial<PacketFacts> {
  return {
    briefId: brief.id,
    ...(brief.paper ? { paper: brief.paper } : {}),
    ...(brief.mostBytes === null ? {} : { mostBytes: brief.mostBytes }),
    ...(asked !== null && facts.name === UNNAMED ? { name: asked } : {}),
  };
}

/** What a packet gives back when it is untied; all that it has taken and the person has changed since stays. */
export function untieFacts(
  facts: Pick<PacketFacts, 'mostBytes'>,
  brief: Pick<Brief, 'mostBytes'> | null,
): Partial<PacketFacts> {
  const isBriefs = brief !== null && facts.mostBytes === brief.mostBytes;
  return { briefId: null, ...(isBriefs ? { mostBytes: null } : {}) };
}
