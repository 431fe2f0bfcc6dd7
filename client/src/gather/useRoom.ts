import { useEffect, useState } from 'react';
import { useAppSelector } from '@/packet/store';
import { isOnItsWay, isOnlyHere, selectPhotos } from '@/packet/photosSlice';

/** Room for the next few photos, bytes. */
const ENOUGH = 40 * 1024 * 1024;

export interface Room {
  /** false when this browser has not the room to keep another photo: said before it is taken */
  readonly isRoomy: boolean;
  /** photos that this browser had no room to keep */
  readonly unkept: number;
}

/** Whether this browser can keep what is taken next, and has kept what was taken. */
export function useRoom(): Room {
  const [isRoomy, setRoomy] = useState(true);
  const items = useAppSelector(selectPhotos);
  const onTheirWay = items.filter(isOnItsWay);
  const unkept = items.filter(isOnlyHere).length;
  useEffect(() => {
    let isOver = false;
    // Not told everywhere: then the first photo that finds no room says so.
    void navigator.storage?.estimate?.().then(({ quota, usage }) => {
      if (!isOver && quota !== undefined && usage !== undefined) setRoomy(quota - usage > ENOUGH);
    });
    return () => {
      isOver = true;
    };
  }, [onTheirWay.length]);
  return { isRoomy: isRoomy && unkept === 0, unkept };
}
