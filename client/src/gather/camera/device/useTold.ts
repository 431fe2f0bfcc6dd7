import { useCallback, useMemo, useState } from 'react';
import type { Source } from '../source';
import { abilitiesOf, NO_ABILITIES } from './abilities';
import { wishesOf } from './wishes';

/** What the open camera can be told to do, each null where it cannot: lamp, zoom, where to focus. */
export function useTold(track: MediaStreamTrack | null): Pick<Source, 'torch' | 'zoom' | 'focusAt'> & {
  readonly ask: ReturnType<typeof wishesOf> | null;
  readonly abilities: typeof NO_ABILITIES;
} {
  const ask = useMemo(() => track && wishesOf(track), [track]);
  const abilities = useMemo(() => (track ? abilitiesOf(track) : NO_ABILITIES), [track]);
  // What was told holds for the track that it was told to.
  const [told, setTold] = useState<Told>(UNTOLD);
  const now = told.track === track ? told : { ...UNTOLD, track };
  const { isLit, zoom } = now;

  const toggle = useCallback(() => {
    void ask?.({ torch: !isLit }).then((isDone) => {
      if (isDone) setTold((before) => ({ ...sameTrack(before, track), isLit: !isLit }));
    });
  }, [ask, isLit, track]);
  const setZoom = useCallback(
    (next: number) => {
      void ask?.({ zoom: next }).then((isDone) => {
        if (isDone) setTold((before) => ({ ...sameTrack(before, track), zoom: next }));
      });
    },
    [ask, track],
  );
  const focusAt = useCallback(
    (x: number, y: number) => void ask?.({ pointsOfInterest: [{ x, y }], focusMode: 'single-shot' }),
    [ask],
  );

  return {
    ask,
    abilities,
    torch: abilities.hasTorch ? { isOn: isLit, toggle } : null,
    zoom: abilities.zoom && {
      range: abilities.zoom,
      value: zoom ?? Math.max(1, abilities.zoom.min),
      set: setZoom,
    },
    focusAt: abilities.canFocusAt ? focusAt : null,
  };
}

interface Told {
  readonly track: MediaStreamTrack | null;
  readonly isLit: boolean;
  readonly zoom: number | null;
}

const UNTOLD: Told = { track: null, isLit: false, zoom: null };

const sameTrack = (before: Told, track: MediaStreamTrack | null): Told =>
  before.track === track ? before : { ...UNTOLD, track };
