import { useEffect } from 'react';

/** Keeps the screen on while `isWanted`; a browser that cannot, or will not on a low battery, lets it go dark as ever. */
export function useWakeLock(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return undefined;
    let isOver = false;
    let lock: WakeLockSentinel | null = null;
    const ask = async () => {
      if (document.visibilityState !== 'visible') return;
      const given = await navigator.wakeLock.request('screen').catch(() => null);
      if (isOver) void given?.release();
      else lock = given;
    };
    // A page that is hidden loses it.
    const again = () => void ask();
    document.addEventListener('visibilitychange', again);
    void ask();
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, [isWanted]);
}
