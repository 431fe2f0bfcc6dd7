import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { nextLife, type PhotoEvent, type PhotoLife } from './photoLife';

/** A photo on its way from this device to the server. */
export interface PhotoItem extends PhotoLife {
  /** also the client key under which the server knows the page */
  readonly key: string;
  readonly packetId: string;
  readonly name: string;
  readonly bytes: number;
  /** the id that its page will have, where it has one already */
  readonly becomes?: string;
  /** photos go up in this order */
  readonly order: number;
  /** false when this browser could not keep a copy: closing the page would lose it */
  readonly isKept: boolean;
}

export const photosSlice = createSlice({
  name: 'photos',
  initialState: [] as readonly PhotoItem[],
  reducers: {
    added: (state, { payload }: PayloadAction<PhotoItem>) =>
      state.some(({ key }) => key === payload.key)
        ? state
        : [...state, payload].sort((a, b) => a.order - b.order),
    happened: (state, { payload: { key, event } }: PayloadAction<{ key: string; event: PhotoEvent }>) =>
      state.map((item) => (item.key === key ? nextLife(item, event) : item)),
    /** as another window of this browser says that it is now */
    mirrored: (state, { payload }: PayloadAction<PhotoItem>) =>
      state.map((item) => (item.key === payload.key ? payload : item)),
    aimed: (state, { payload: { key, packetId } }: PayloadAction<{ key: string; packetId: string }>) =>
      state.map((item) => (item.key === key ? { ...nextLife(item, { type: 'aimed' }), packetId } : item)),
    keptOrNot: (state, { payload: { key, isKept } }: PayloadAction<{ key: string; isKept: boolean }>) =>
      state.map((item) => (item.key === key ? { ...item, isKept } : item)),
    gone: (state, { payload }: PayloadAction<string>) => state.filter(({ key }) => key !== payload),
    /** what is confirmed stands on the table now */
    confirmedCleared: (state, { payload: packetId }: PayloadAction<string>) =>
      state.filter((item) => item.packetId !== packetId || item.state !== 'confirmed'),
  },
});

export const { added, happened, mirrored, aimed, keptOrNot, gone, confirmedCleared } = photosSlice.actions;

interface WithPhotos {
  readonly photos: readonly PhotoItem[];
}

export const selectPhotos = ({ photos }: WithPhotos): readonly PhotoItem[] => photos;
export const selectPhoto = ({ photos }: WithPhotos, key: string): PhotoItem | undefined =>
  photos.find((item) => item.key === key);
/** Photos that go up by themselves, now or later. */
export const isOnItsWay = ({ state }: PhotoItem): boolean => state !== 'confirmed' && state !== 'held';
/** True for a page that is shown, or could be, before its photo has arrived. */
export const isAhead = ({ photos }: WithPhotos, pageId: string): boolean =>
  photos.some((item) => item.becomes === pageId && isOnItsWay(item));
/** Photos of which there is no copy but in this very window. */
export const isOnlyHere = (item: PhotoItem): boolean => !item.isKept && item.state !== 'confirmed';
