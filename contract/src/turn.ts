import { z } from 'zod';

/** A clockwise quarter turn, degrees. */
export const turnSchema = z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]);
export type Turn = z.infer<typeof turnSchema>;
