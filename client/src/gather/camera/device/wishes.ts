/** What is asked of a camera beside the size of its picture; what is left out is the camera's own affair. */
export interface Wishes {
  readonly torch?: boolean;
  readonly zoom?: number;
  /** shares of the picture's width and height */
  readonly pointsOfInterest?: readonly { readonly x: number; readonly y: number }[];
  readonly focusMode?: 'single-shot' | 'continuous';
  readonly exposureMode?: 'continuous';
  /** EV */
  readonly exposureCompensation?: number;
}

/** Asks for more on top of what has been asked. @returns whether the camera did it; what it will not do is not asked again */
export type Ask = (more: Wishes) => Promise<boolean>;

/**
 * The wishes of one track. Each asking replaces the last as a whole, so all that holds is said every time; one after the other, for
 * a camera that is still turning its lamp on refuses the next.
 */
export function wishesOf(track: MediaStreamTrack): Ask {
  let held: Wishes = {};
  let line: Promise<unknown> = Promise.resolve();
  return (more) => {
    const asked = line.then(async () => {
      const all = { ...held, ...more };
      try {
        // One set: browsers have long looked at the first alone.
        await track.applyConstraints({ advanced: [all as MediaTrackConstraintSet] });
        held = all;
        return true;
      } catch {
        return false;
      }
    });
    line = asked;
    return asked;
  };
}
