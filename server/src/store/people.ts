import { PersonRow } from './models';

/** The person this device belongs to: the first in the book, entered when the book is empty. */
export async function devicePerson(name: string): Promise<string> {
  const first = await PersonRow.findOne({ order: [['createdAt', 'ASC']] });
  return (first ?? (await PersonRow.create({ name }))).id;
}
