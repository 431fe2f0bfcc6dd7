import { FRESH_LIFE } from './photoLife';
import { added, type PhotoItem } from './photosSlice';
import type { KeptPhoto } from './photoStore';
import type { AppThunk } from './store';

/** A photo that is kept here, as it begins. */
export function newItem({ key, packetId, name, blob, order, held, becomes }: KeptPhoto): PhotoItem {
  return {
    ...FRESH_LIFE,
    ...(held ? { state: 'held', trouble: held } : null),
    key,
    packetId,
    name,
    bytes: blob.size,
    order,
    becomes,
    isKept: true,
  };
}

/**
 * Fetches what an earlier visit left unsent, once a window. Whatever is told of pages waits for it: some of them may be shown ahead of
 * photos that have not arrived.
 */
export function loadPhotos(): AppThunk<Promise<void>> {
  return (dispatch, _getState, parts) => {
    const load = async () => {
      for (const photo of await parts.photoStore.all()) {
        parts.lastOrder = Math.max(parts.lastOrder, photo.order);
        parts.heardOf.add(photo.key);
        dispatch(added(newItem(photo)));
      }
    };
    return (parts.photosLoaded ??= load());
  };
}
