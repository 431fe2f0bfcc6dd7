import { useCallback, useEffect, useRef, useState } from 'react';
import { useAppDispatch } from '@/packet/store';
import { addPhotos, withdrawPhoto } from '@/packet/photos';
import { sayShot } from './sayHint';
import type { SeenSheet } from './aim.worker';
import type { Source } from './source';

/** A photo just taken on this screen. */
export interface Shot {
  readonly key: string;
  /** a picture of it to show */
  readonly uri: string;
  /** what may be wrong with it */
  readonly concern: string | null;
}

/** How long the shutter is felt, ms. */
const CLICK = 18;

/** Takes photos from a source into the packet's outbox; the shutter is free again as soon as one is in hand, after `took` ms. */
export function useShots(packetId: string, source: Source, replaces?: string) {
  const dispatch = useAppDispatch();
  const [shots, setShots] = useState<readonly Shot[]>([]);
  const [isTaking, setTaking] = useState(false);
  const [took, setTook] = useState<number | null>(null);
  const busy = useRef(false);
  const uris = useRef<string[]>([]);
  useEffect(() => () => uris.current.forEach((uri) => URL.revokeObjectURL(uri)), []);

  const { take } = source;
  const shoot = useCallback(
    async (sheet: SeenSheet | null) => {
      if (busy.current) return;
      busy.current = true;
      setTaking(true);
      const start = performance.now();
      // Felt where it is allowed and there is something to feel it with: eyes are on the sheet.
      navigator.vibrate?.(CLICK);
      try {
        const file = await take();
        if (!file) return;
        const uri = URL.createObjectURL(file);
        uris.current.push(uri);
        const [key] = await dispatch(addPhotos(packetId, [file], { replaces }));
        setShots((before) => [...before, { key, uri, concern: sayShot(sheet) }]);
      } finally {
        busy.current = false;
        setTaking(false);
        setTook(performance.now() - start);
      }
    },
    [take, dispatch, packetId, replaces],
  );
  /** The last photo is taken back; the next takes its place. */
  const takeAgain = useCallback(() => {
    const last = shots[shots.length - 1];
    if (!last) return;
    setShots(shots.slice(0, -1));
    void dispatch(withdrawPhoto(last.key));
  }, [shots, dispatch]);

  return { shots, shoot, takeAgain, isTaking, took };
}
