import type { Hint } from '@ravlo/core';
import type { SeenSheet } from './aim.worker';
import type { CameraTrouble } from './source';

/** What is so, and what to do about it. */
export interface Saying {
  readonly title: string;
  readonly detail: string;
}

export const HINTS: Record<Hint, Saying> = {
  'no-sheet': {
    title: 'No sheet in view yet.',
    detail: 'Hold the camera over one sheet, all of it in the picture.',
  },
  'not-whole': { title: 'Part of the sheet is outside.', detail: 'Go a little higher, or move over it.' },
  'too-dark': { title: 'It is too dark here.', detail: 'Turn on a lamp, or go nearer to the window.' },
  moving: { title: 'It moves.', detail: 'Hold still for a moment.' },
  'too-far': { title: 'The sheet is small.', detail: 'Go nearer, until it fills the picture.' },
  tilted: { title: 'You look at it from the side.', detail: 'Hold the camera flat over the sheet.' },
  glare: { title: 'The light is mirrored on the sheet.', detail: 'Turn the sheet or the lamp a little.' },
  shadow: { title: 'A shadow lies on the sheet.', detail: 'Let the light come from your other side.' },
  'pale-ground': {
    title: 'The ground is as pale as the paper.',
    detail: 'Lay something darker under the sheet.',
  },
};

/** Said before the next photo, not after it. */
export const noRoom = (unkept: number): Saying => ({
  title: 'This device has hardly any room left.',
  detail:
    unkept === 0
      ? 'Make room before the next photo. Everything taken so far is kept.'
      : `Not all is kept on this device: leave this page open until ${unkept === 1 ? 'the photo is' : 'the photos are'} saved.`,
});

/** Said while the browser asks. */
export const WHY: Saying = {
  title: 'Ravlo asks for the camera.',
  detail: 'It looks for the sheet in the picture. Nothing is kept until you press the shutter.',
};

export const TROUBLES: Record<CameraTrouble, Saying> = {
  refused: {
    title: 'Ravlo may not use the camera.',
    detail:
      'Allow it in the browser’s settings for this page, or take the photos with the phone’s own camera and choose them here.',
  },
  none: {
    title: 'There is no camera here.',
    detail: 'Choose photos you have, or try it on the practice desk.',
  },
  busy: {
    title: 'The camera is in use elsewhere.',
    detail: 'Close the other program that uses it, then try again. What you have taken is kept.',
  },
  stopped: {
    title: 'The picture has stopped.',
    detail: 'The camera was unplugged or taken away. What you have taken is kept.',
  },
  insecure: {
    title: 'Take the photos with the phone’s own camera.',
    detail: 'Each comes straight in here.',
  },
};

const MOST_GLARE = 0.035;
const MOST_SHADOW = 0.12;

/** What may be wrong with the photo just taken; null where nothing was seen. */
export function sayShot(sheet: SeenSheet | null): string | null {
  if (!sheet) return 'No sheet was seen in it.';
  if (!sheet.isWhole) return 'Part of the sheet is cut off.';
  if (!sheet.isSharp) return 'It may be blurred.';
  if (sheet.glare > MOST_GLARE) return 'The light is mirrored on it.';
  if (sheet.shadow > MOST_SHADOW) return 'A shadow lies on it.';
  return null;
}
