import { useCallback, useRef, useState } from 'react';

/** How often something happens a second, over the last second or so. */
export function useRate(): readonly [rate: number, tick: () => void] {
  const [rate, setRate] = useState(0);
  const times = useRef<number[]>([]);
  const tick = useCallback(() => {
    const now = performance.now();
    times.current.push(now);
    if (now - times.current[0] < 1000) return;
    setRate(Math.round((1000 * (times.current.length - 1)) / (now - times.current[0])));
    times.current = [now];
  }, []);
  return [rate, tick];
}
