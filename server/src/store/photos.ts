import type { Photo } from '@ravlo/contract';
import { notFound } from '../problems';
import type { StoreContext } from './context';

/** A photo whose bytes are already safe on the disk. */
export interface KeptPhoto extends Omit<Photo, 'id'> {
  readonly takenAt: Date | null;
}

/** The photos of one person. */
export type Photos = ReturnType<typeof photosOf>;

export function photosOf({ db, ownerId }: StoreContext) {
  return {
    /** @throws ProblemError not-found unless the photo is this person's */
    async find(id: string): Promise<{ sha256: string; mime: string; bytes: number }> {
      const row = await db.photos.findOne({ where: { id, ownerId } });
      if (!row) throw notFound('photo');
      return { sha256: row.sha256, mime: row.mime, bytes: row.bytes };
    },
  };
}
