import { z } from 'zod';

/** What goes wrong at the class desk on purpose, so that it can be tried what one does then. */
export const DESK_TROUBLES = [
  'down',
  'slow',
  'cut',
  'twice',
  'lost-answer',
  'too-late',
  'no-attempts',
  'wrong-format',
  'too-big',
  'clock-ahead',
  'clock-behind',
  'altered',
] as const;
export const deskTroubleSchema = z.enum(DESK_TROUBLES);
export type DeskTrouble = z.infer<typeof deskTroubleSchema>;

export const practiceSchema = z.object({ trouble: deskTroubleSchema.nullable() });
export type Practice = z.infer<typeof practiceSchema>;
