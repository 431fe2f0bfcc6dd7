import { useEffect } from 'react';

/** Keeps the screen on while `isWanted`; a browser that cannot, or will not on a low battery, lets it go dark as ever. */
export function useWakeLock(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return undefined;
    let isOver = false;
    let isAsking = false;
    let lock: WakeLockSentinel | null = null;
    const ask = async () => {
      // A page that is hidden has lost it, and gets none.
      if (isAsking || document.visibilityState !== 'visible' || lock?.released === false) return;
      isAsking = true;
      const given = await navigator.wakeLock.request('screen').catch(() => null);
      isAsking = false;
      if (isOver) void given?.release();
      else lock = given;
    };
    const again = () => {
      if (document.visibilityState === 'visible') void ask();
      else void lock?.release();
    };
    document.addEventListener('visibilitychange', again);
    void ask();
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, [isWanted]);
}
