import { nanoid } from 'nanoid';
import type { AppThunk } from '@/packet/store';
import { addPhotos, type AddOptions } from '@/packet/photos';
import { FRESH_LIFE } from '@/packet/photoLife';
import { added, gone, happened } from '@/packet/photosSlice';
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
  return async (dispatch, _getState, parts) => {
    const key = nanoid();
    parts.lastOrder = Math.max(parts.lastOrder + 1, Date.now());
    const order = parts.lastOrder;
    parts.inHand.set(key, { key, packetId, name: file.name, blob: file, order });
    dispatch(
      added({
        ...FRESH_LIFE,
        state: 'opening',
        key,
        packetId,
        name: file.name,
        bytes: file.size,
        order,
        // The file lies where it was chosen.
        isKept: true,
      }),
    );
    try {
      const pages = await openFile(file, kind);
      await dispatch(add(pages));
      parts.inHand.delete(key);
      dispatch(gone(key));
    } catch {
      const detail = `“${file.name}” cannot be opened. It may be damaged or locked; nothing else is affected.`;
      const trouble = { kind: 'photo-unreadable', detail } as const;
      dispatch(happened({ key, event: { type: 'failed', trouble, now: Date.now(), chance: 0 } }));
    }
  };
}
