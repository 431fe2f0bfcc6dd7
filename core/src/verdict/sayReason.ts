import type { Reason, ReasonKind } from './verdict';

/**
 * What is so, and what helps, each in a plain sentence.
 *
 * @param value what was measured, in the unit that the kind has: see `judge`
 */
export function sayReason(kind: ReasonKind, value: number): Pick<Reason, 'says' | 'fix'> {
  switch (kind) {
    case 'blurred':
      return { says: 'The strokes are blurred.', fix: 'Hold still, let it focus, and take it again.' };
    case 'too-dark':
      return { says: 'It was too dark for the camera.', fix: 'Take it again with more light.' };
    case 'faint':
      return {
        says: 'The strokes are faint.',
        fix: 'Try the look Pencil, or take it again with more light.',
      };
    case 'strokes-lost':
      return {
        says: 'Some faint or blurred strokes may be lost here.',
        fix: 'Try the look Pencil, or take it again, sharp and with more light.',
      };
    case 'small':
      return {
        says: `The letters are only ${Math.round(value)} pixels high in the photo.`,
        fix: 'Take it again from nearer, until the sheet fills the picture.',
      };
    case 'glare':
      return {
        says: 'Light is mirrored over the writing.',
        fix: 'Move the lamp or turn the sheet, and take it again.',
      };
    case 'shadow':
      return { says: 'A deep shadow lies on the sheet.', fix: 'Let the light come from the other side.' };
    case 'cut-off':
      return {
        says: 'Part of the sheet is outside the photo.',
        fix: 'Take it again with all of the sheet in view.',
      };
    case 'over-edge':
      return {
        says: 'Writing runs over the edge.',
        fix: 'Look at the edges, and drag them out if writing is cut off.',
      };
    case 'covered':
      return {
        says: 'Something lies over the edge of the sheet.',
        fix: 'If writing is under it, take it again without the finger, or with the corner laid flat.',
      };
    case 'sideways':
      return { says: 'The page lies on its side.', fix: 'Turn it.' };
    case 'nearly-empty':
      return { says: 'There is hardly anything on this page.', fix: 'Leave it out if it is a blank back.' };
  }
}
