import { useEffect, useState } from 'react';
import { useAppSelector } from '@/state/store';
import { selectOutbox } from './outboxSlice';

/** Room for the next few photos, bytes. */
const ENOUGH = 40 * 1024 * 1024;

/** False when this browser has not the room to keep another photo: said before it is taken. */
export function useRoom(): boolean {
  const [isRoomy, setRoomy] = useState(true);
  const items = useAppSelector(selectOutbox);
  const onTheirWay = items.filter((item) => item.state !== 'saved' && item.state !== 'refused');
  const hasFailed = onTheirWay.some((item) => !item.isKept);
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
  return isRoomy && !hasFailed;
}
