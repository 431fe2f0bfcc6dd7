import { useEffect, useRef, useState } from 'react';

/** Minutes change at most this long after they should, ms. */
const EVERY = 15_000;

/**
 * The time, moving on while the screen is open; by another clock where that one counts.
 *
 * @param of what the other clock has said last (ISO 8601) @default this machine's
 */
export function useNow(of?: string): number {
  const ahead = useRef(0);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (of) ahead.current = Date.parse(of) - Date.now();
    setNow(Date.now() + ahead.current);
    const timer = setInterval(() => setNow(Date.now() + ahead.current), EVERY);
    return () => clearInterval(timer);
  }, [of]);
  return now;
}
