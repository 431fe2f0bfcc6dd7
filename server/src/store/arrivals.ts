import { rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { FileConfigstore } from '@tus/file-store';
import { Semaphore } from 'async-mutex';
import {
  uploadFactsSchema,
  USELESS_PHOTO_KINDS,
  type Arrival,
  type Page,
  type UploadFacts,
} from '@ravlo/contract';
import { ProblemError } from '../problems';
import { inspectPhoto } from './inspectPhoto';
import type { PersonStore } from './personStore';
import type { PhotoFiles } from './photoFiles';

/**
 * The last step of a photo's way in: from an upload that is whole on the disk to a page. It can be taken again and again,
 * by whoever asks, and goes on by itself after a restart; the upload is let go only when its page is in the
 * database, or it is certain that it can never be one.
 */
export interface Arrivals {
  /** What an upload has become; isNew when this call has made it. */
  finish(uploadId: string): Promise<{ readonly page: Page; readonly isNew: boolean }>;
  /**
   * What has become of a photo whose last answer was lost.
   *
   * @throws ProblemError not-arrived when it has to be sent (again), or why it cannot become a page
   */
  ask(arrival: Arrival): Promise<Page>;
  /** Makes pages of the uploads that were whole when the process ended. @returns how many there were */
  resume(): Promise<number>;
}

/** Why an upload can never become a page: it is of no use any more, and whoever sent it has the bytes. */
const HOPELESS: ReadonlySet<ProblemError['kind']> = new Set<ProblemError['kind']>([
  ...USELESS_PHOTO_KINDS,
  'photo-altered',
  'packet-full',
  'not-found',
]);

/**
 * Uploads that are finished at a time. Reading, hashing and fsync hold threads of libuv's pool of four; with more of
 * them at once everybody else's reads wait.
 */
const MOST_AT_ONCE = 2;

/** @param folder where the person's uploads come in */
export function createArrivals({ pages }: PersonStore, files: PhotoFiles, folder: string): Arrivals {
  const uploads = new FileConfigstore(folder);
  const turns = new Semaphore(MOST_AT_ONCE);
  const finishing = new Map<string, ReturnType<Arrivals['finish']>>();
  const placeOf = (uploadId: string) => path.join(folder, uploadId);

  async function letGo(uploadId: string): Promise<void> {
    await rm(placeOf(uploadId), { force: true });
    await uploads.delete(uploadId).catch(() => undefined);
  }

  /** The facts of an upload that is whole; null where it is not, or nobody can tell. */
  async function wholeUpload(uploadId: string): Promise<UploadFacts | null> {
    const upload = await uploads.get(uploadId).catch(() => undefined);
    const facts = uploadFactsSchema.safeParse(upload?.metadata);
    const size = await stat(placeOf(uploadId)).then(
      (file) => file.size,
      () => -1,
    );
    return upload && facts.success && size === upload.size ? facts.data : null;
  }

  async function makePage(uploadId: string): Promise<{ page: Page; isNew: boolean }> {
    const facts = await wholeUpload(uploadId);
    if (!facts) throw new ProblemError('upload-gone', 'This upload is not here any more. It is begun anew.');
    const { packetId, clientKey, name, sha256, ...place } = facts;
    const known = await pages.findByClientKey(packetId, clientKey);
    if (known) return { page: known, isNew: false };
    await pages.assertPlace(packetId, place.replaces);
    const photoName = name || 'photo';
    const file = placeOf(uploadId);
    const look = await inspectPhoto(file, photoName);
    const page = await files.keeping(file, sha256, () =>
      pages.add(packetId, { ...place, photo: { ...look, sha256 }, photoName, clientKey }),
    );
    return { page, isNew: true };
  }

  async function finishOnce(uploadId: string) {
    try {
      const made = await makePage(uploadId);
      await letGo(uploadId);
      return made;
    } catch (error) {
      if (error instanceof ProblemError && HOPELESS.has(error.kind)) await letGo(uploadId);
      throw error;
    }
  }

  const finish: Arrivals['finish'] = (uploadId) => {
    const known = finishing.get(uploadId);
    if (known) return known;
    const work = turns.runExclusive(() => finishOnce(uploadId)).finally(() => finishing.delete(uploadId));
    finishing.set(uploadId, work);
    return work;
  };

  const uploadIds = async () => (await uploads.list?.()) ?? [];

  return {
    finish,
    async ask({ packetId, clientKey }) {
      const known = await pages.findByClientKey(packetId, clientKey);
      if (known) return known;
      for (const uploadId of await uploadIds()) {
        const facts = await wholeUpload(uploadId);
        if (facts?.packetId === packetId && facts.clientKey === clientKey)
          return (await finish(uploadId)).page;
      }
      await pages.assertPacket(packetId);
      throw new ProblemError('not-arrived', 'This photo has not arrived whole yet. It is sent again.');
    },
    async resume() {
      let count = 0;
      for (const uploadId of await uploadIds()) {
        if (!(await wholeUpload(uploadId))) continue;
        count++;
        // What cannot be finished now is asked for again by its sender.
        await finish(uploadId).catch(() => undefined);
      }
      return count;
    },
  };
}
