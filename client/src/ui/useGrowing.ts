import { useCallback, useState } from 'react';

/** Rows that are there at once; a phone shows eight. */
const FIRST = 24;
/** Rows that come when the end is near. */
const MORE = 48;

/**
 * How many rows of a long list are there: more whenever its end comes near. Hundreds of rows at once would keep the
 * first ones from being seen for a second.
 */
export function useGrowing(): { readonly shown: number; readonly end: (place: Element | null) => void } {
  const [shown, setShown] = useState(FIRST);
  const end = useCallback((place: Element | null) => {
    if (!place) return undefined;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setShown((before) => before + MORE);
      },
      { rootMargin: '600px' },
    );
    observer.observe(place);
    return () => observer.disconnect();
  }, []);
  return { shown, end };
}
