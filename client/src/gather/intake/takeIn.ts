import { nanoid } from 'nanoid';
import type { AppThunk } from '@/state/store';
import { addPhotos, type AddOptions } from '../outbox';
import { added, changed, dismissed } from '../outboxSlice';
import { kindOf, openFile } from './openFile';

/** Takes chosen files in, in their order: photos as they are, HEIC, TIFF and PDF page by page. */
export function takeIn(
  packetId: string,
  files: readonly File[],
  { replaces, before }: AddOptions = {},
): AppThunk<Promise<void>> {
  return async (dispatch) => {
    const kinds = await Promise.all(files.map(kindOf));
    let photos: File[] = [];
    // Only the first page takes a place; those that follow come behind all others.
    let place = replaces;
    const add = (some: readonly File[]) => {
      const options = { replaces: place, before };
      place = undefined;
      return addPhotos(packetId, some, options);
    };
    // Photos that follow each other go in together; what has to be opened waits for those before it.
    const flush = async () => {
      const some = photos;
      photos = [];
      if (some.length > 0) await dispatch(add(some));
    };
    for (const [i, file] of files.entries()) {
      const kind = kinds[i];
      // What is unknown goes to the server as well: it says in words what is wrong with it.
      if (kind === 'photo' || kind === 'unknown') {
        photos.push(file);
        continue;
      }
      await flush();
      await dispatch(openAndAdd(packetId, file, kind, add));
    }
    await flush();
  };
}

function openAndAdd(
  packetId: string,
  file: File,
  kind: 'heic' | 'tiff' | 'pdf',
  add: (pages: readonly File[]) => ReturnType<typeof addPhotos>,
): AppThunk<Promise<void>> {
  return async (dispatch) => {
    const key = nanoid();
    dispatch(
      added({
        key,
        packetId,
        name: file.name,
        bytes: file.size,
        state: 'opening',
        progress: 0,
        isKept: true,
        trouble: null,
        pageId: null,
      }),
    );
    try {
      const pages = await openFile(file, kind);
      dispatch(dismissed(key));
      await dispatch(add(pages));
    } catch {
      const detail = `“${file.name}” cannot be opened. It may be damaged or locked; nothing else is affected.`;
      dispatch(changed({ key, state: 'refused', trouble: { kind: 'photo-unreadable', detail } }));
    }
  };
}
