import type { Database } from './database';

/** The person this device belongs to: the first in the book, entered when the book is empty. */
export async function devicePerson(db: Database, name: string): Promise<string> {
  const first = await db.people.findOne({ order: [['createdAt', 'ASC']] });
  return (first ?? (await db.people.create({ name }))).id;
}
