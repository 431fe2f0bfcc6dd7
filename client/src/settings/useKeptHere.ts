import { zipSync } from 'fflate';
import { useEffect, useState } from 'react';
import { selectIsUnsaved } from '@/packet/editsSlice';
import { clearCopies } from '@/packet/keptHere';
import { photoOf } from '@/packet/keptPhotos';
import { keepAhead } from '@/packet/pagesAhead';
import { sizeOfKeptPhotos, type KeptPhotosSize } from '@/packet/photoCache';
import { selectHandings } from '@/packet/handingsSlice';
import { selectPhotos } from '@/packet/photosSlice';
import { useAppDispatch, useAppSelector, useAppStore } from '@/packet/store';
import { saveFile } from '@/ui/saveFile';

interface Lying {
  readonly copies: KeptPhotosSize | null;
  /** bytes that this browser would still take; null where it does not say */
  readonly room: number | null;
}

async function lookWhatLies(): Promise<Lying> {
  const { quota, usage } = (await navigator.storage?.estimate?.()) ?? {};
  const room = quota !== undefined && usage !== undefined ? quota - usage : null;
  return { copies: await sizeOfKeptPhotos(), room };
}

/** What lies in this browser: what waits to go up, copies, and how much room there is. */
export function useKeptHere() {
  const dispatch = useAppDispatch();
  const { parts } = useAppStore();
  const photos = useAppSelector(selectPhotos);
  const waiting = photos.filter(({ state }) => state !== 'confirmed');
  const handings = useAppSelector(selectHandings);
  const isUnsaved = useAppSelector(selectIsUnsaved);
  const [lying, setLying] = useState<Lying>({ copies: null, room: null });
  useEffect(() => {
    let isOver = false;
    void lookWhatLies().then((found) => isOver || setLying(found));
    return () => {
      isOver = true;
    };
  }, []);

  return {
    waiting: waiting.length,
    waitingBytes: waiting.reduce((sum, { bytes }) => sum + bytes, 0),
    isUnsaved,
    handings: handings.length,
    ...lying,
    /** Gives the photos and files that have not gone up to the browser's downloads, as one zip: another copy, nothing is taken away. */
    saveWaiting: async () => {
      const files: Record<string, [Uint8Array, { level: 0 }]> = {};
      for (const [i, { key, name }] of waiting.entries()) {
        const photo = await dispatch(photoOf(key));
        if (!photo) continue;
        const number = String(i + 1).padStart(2, '0');
        // Photos are packed already.
        files[`${number} ${name}`] = [new Uint8Array(await photo.blob.arrayBuffer()), { level: 0 }];
      }
      for (const { briefId, briefTitle } of handings)
        for (const file of (await parts.handingsStore.get(briefId))?.files ?? [])
          files[`${briefTitle}, ${file.name}`] = [new Uint8Array(await file.arrayBuffer()), { level: 0 }];
      saveFile(new Blob([zipSync(files)], { type: 'application/zip' }), 'Ravlo, not gone up yet.zip');
    },
    clear: async () => {
      await clearCopies(parts);
      // What waits is no copy: its pages are shown from it.
      await dispatch(keepAhead());
      setLying(await lookWhatLies());
    },
  };
}
