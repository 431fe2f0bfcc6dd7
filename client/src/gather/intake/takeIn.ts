import { nanoid } from 'nanoid';
import type { AppThunk } from '@/state/store';
import { addPhotos } from '../outbox';
import { added, changed, dismissed } from '../outboxSlice';
import { kindOf, openFile } from './openFile';

/** Takes chosen files in, in their order: photos as they are, HEIC, TIFF and PDF page by page. */
export function takeIn(packetId: string, files: readonly File[]): AppThunk<Promise<void>> {
  return async (dispatch) => {
    const kinds = await Promise.all(files.map(kindOf));
    let photos: File[] = [];
    // Photos that follow each other go in together; what has to be opened waits for those before it.
    const flush = async () => {
      const some = photos;
      photos = [];
      if (some.length > 0) await dispatch(addPhotos(packetId, some));
    };
    for (const [i, file] of files.entries()) {
      const kind = kinds[i];
      // What is unknown goes to the server as well: it says in words what is wrong with it.
      if (kind === 'photo' || kind === 'unknown') {
        photos.push(file);
        continue;
      }
      await flush();
      await dispatch(openAndAdd(packetId, file, kind));
    }
    await flush();
  };
}

function openAndAdd(packetId: string, file: File, kind: 'heic' | 'tiff' | 'pdf'): AppThunk<Promise<void>> {
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
      await dispatch(addPhotos(packetId, pages));
    } catch {
      const detail = `“${file.name}” cannot be opened. It may be damaged or locked; nothing else is affected.`;
      dispatch(changed({ key, state: 'refused', trouble: { kind: 'photo-unreadable', detail } }));
    }
  };
}
