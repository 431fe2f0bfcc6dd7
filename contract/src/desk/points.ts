import { z } from 'zod';

/** The most points that a brief can have. */
export const MOST_BRIEF_POINTS = 1000;

const isHundredths = (value: number) => Math.abs(value * 100 - Math.round(value * 100)) < 1e-6;
const HUNDREDTHS = 'Points have two places behind the comma at most.';

/** Points that somebody has earned. */
export const pointsSchema = z.number().min(0).max(MOST_BRIEF_POINTS).refine(isHundredths, HUNDREDTHS);

/** What a pin adds, or takes off. */
export const pointsChangeSchema = z
  .number()
  .min(-MOST_BRIEF_POINTS)
  .max(MOST_BRIEF_POINTS)
  .refine(isHundredths, HUNDREDTHS);

/** What people write behind a number. */
const FRACTIONS: Readonly<Record<string, number>> = { '½': 0.5, '¼': 0.25, '¾': 0.75 };

/**
 * Points as people type them: "7", "7.5", "7,5", "7½", "½", also with a sign.
 *
 * @returns null where it is no number of points: empty, "1e9", more than the most, finer than hundredths
 */
export function readPoints(typed: string): number | null {
  const match = /^([-+−])?\s*(\d{0,4})(?:([.,]\d{1,2})|\s*([½¼¾]))?$/.exec(typed.trim());
  if (!match) return null;
  const [, sign, whole, decimals, fraction] = match;
  if (whole === '' && decimals === undefined && fraction === undefined) return null;
  const behind = fraction ? (FRACTIONS[fraction] ?? 0) : Number((decimals ?? '.0').replace(',', '.'));
  const value = tidy((Number(whole) + behind) * (sign === '-' || sign === '−' ? -1 : 1));
  return pointsChangeSchema.safeParse(value).success ? value : null;
}

/** Without what adding fractions leaves behind: whole hundredths, and no negative nought. */
export const tidy = (value: number): number => Math.round(value * 100) / 100 + 0;

/** "17", "7.5"; with its sign where it is a change: "-1". */
export const sayPoints = (value: number): string => String(tidy(value));

/** "1 point", "-2 points". */
export const sayPointsInWords = (value: number): string =>
  `${sayPoints(value)} ${Math.abs(value) === 1 ? 'point' : 'points'}`;
