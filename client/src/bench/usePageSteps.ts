import { useEffect } from 'react';
import { Gesture, type PanGesture } from 'react-native-gesture-handler';

export interface PageSteps {
  readonly toPrevious: () => void;
  readonly toNext: () => void;
}

/** A swipe shorter than this, px, is a slip. */
const LEAST_SWIPE = 60;

/** Leafing through pages by arrow keys, and the gesture that does it by swiping. */
export function usePageSteps({ toPrevious, toNext }: PageSteps): PanGesture {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey) return;
      if (event.target instanceof HTMLInputElement) return;
      if (event.key === 'ArrowLeft') toPrevious();
      if (event.key === 'ArrowRight') toNext();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });

  return Gesture.Pan()
    .runOnJS(true)
    .activeOffsetX([-24, 24])
    .failOffsetY([-24, 24])
    .onEnd(({ translationX }) => {
      if (translationX > LEAST_SWIPE) toPrevious();
      if (translationX < -LEAST_SWIPE) toNext();
    });
}
