import { z } from 'zod';

/** A clockwise quarter turn, degrees. */
export const turnSchema = z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]);
export const TURNS = [0, 90, 180, 270] as const satisfies readonly z.infer<typeof turnSchema>[];
export type Turn = z.infer<typeof turnSchema>;
