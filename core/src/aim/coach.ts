import type { SheetFacts } from './frameFacts';

/** What would make the photo better, one thing at a time. */
export type Hint =
  | 'too-dark'
  | 'not-whole'
  | 'moving'
  | 'too-far'
  | 'tilted'
  | 'glare'
  | 'shadow'
  | 'pale-ground'
  | 'no-sheet';

export interface CoachFrame {
  /** ms */
  readonly time: number;
  /** mean light of the whole frame, 0 to 255 */
  readonly frameLight: number;
  readonly sheet: SheetFacts | null;
  readonly isMoving: boolean;
}

export interface CoachState {
  readonly shown: Hint | null;
  /** when what is shown was first shown */
  readonly shownSince: number;
  /** what the frames say now, and since when */
  readonly cause: Hint | null;
  readonly causeSince: number;
}

export const NEW_COACH: CoachState = {
  shown: null,
  shownSince: -Infinity,
  cause: null,
  causeSince: -Infinity,
};

const DARK_FRAME = 38;
const DARK_PAPER = 72;
const LEAST_DPI = 150;
/** Radians. */
const MOST_TILT = 0.5;
const MOST_GLARE = 0.035;
const MOST_SHADOW = 0.12;
const LEAST_CONTRAST = 9;
/** A cause must last this long to be spoken of, and be spoken of this long at least, ms: words must not flicker. */
const LASTS: Record<Hint, number> = {
  'no-sheet': 1600,
  'not-whole': 600,
  'too-dark': 500,
  moving: 700,
  'too-far': 500,
  tilted: 500,
  glare: 400,
  shadow: 500,
  'pale-ground': 700,
};
const SHOWN_FOR = 1300;
/** What has been put right need not be read to the end. */
const SHOWN_FOR_ONCE_RIGHT = 600;

/** The cause that hurts the photo most, from measured facts alone. */
export function hintOf({ frameLight, sheet, isMoving }: CoachFrame): Hint | null {
  if (!sheet) return frameLight < DARK_FRAME ? 'too-dark' : 'no-sheet';
  if (!sheet.isWhole) return 'not-whole';
  if (sheet.light < DARK_PAPER) return 'too-dark';
  if (isMoving) return 'moving';
  if (sheet.dpi < LEAST_DPI) return 'too-far';
  if (sheet.tilt > MOST_TILT) return 'tilted';
  if (sheet.glare > MOST_GLARE) return 'glare';
  if (sheet.shadow > MOST_SHADOW) return 'shadow';
  if (sheet.contrast < LEAST_CONTRAST) return 'pale-ground';
  return null;
}

/** Takes the next frame in; `shown` is what to say now, if anything. */
export function stepCoach(state: CoachState, frame: CoachFrame): CoachState {
  const cause = hintOf(frame);
  const causeSince = cause === state.cause ? state.causeSince : frame.time;
  const isDue = cause === null ? true : frame.time - causeSince >= LASTS[cause];
  const mayChange =
    state.shown === null ||
    frame.time - state.shownSince >= (cause === null ? SHOWN_FOR_ONCE_RIGHT : SHOWN_FOR);
  if (cause === state.shown || !isDue || !mayChange) return { ...state, cause, causeSince };
  return { shown: cause, shownSince: frame.time, cause, causeSince };
}
