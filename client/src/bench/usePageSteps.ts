import { useEffect, useMemo, useRef } from 'react';
import { Gesture } from 'react-native-gesture-handler';

export interface PageSteps {
  readonly toPrevious: () => void;
  readonly toNext: () => void;
}

/** A swipe shorter than this, px, is a slip. */
const LEAST_SWIPE = 60;

/** Leafing through pages by arrow keys and by swiping. */
export function usePageSteps({ toPrevious, toNext }: PageSteps) {
  const steps = useRef<PageSteps>({ toPrevious, toNext });
  useEffect(() => {
    steps.current = { toPrevious, toNext };
  });

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey) return;
      if (event.target instanceof HTMLInputElement) return;
      if (event.key === 'ArrowLeft') steps.current.toPrevious();
      if (event.key === 'ArrowRight') steps.current.toNext();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);

  return useMemo(
    () =>
      Gesture.Pan()
        .runOnJS(true)
        .activeOffsetX([-24, 24])
        .failOffsetY([-24, 24])
        .onEnd(({ translationX }) => {
          if (translationX > LEAST_SWIPE) steps.current.toPrevious();
          if (translationX < -LEAST_SWIPE) steps.current.toNext();
        }),
    [],
  );
}
