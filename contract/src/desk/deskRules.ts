import type { Brief } from './brief';

/*
 * Whether work is on time, how often it may be handed over, and when it may be taken back: pure rules of facts and a clock, for
 * both sides. The clock that counts is the server's; times are ms since 1970, so that no time zone and no change of the
 * clocks gets in.
 */

/** What the rules look at in a brief. */
export type BriefTimes = Pick<Brief, 'dueAt' | 'afterDue' | 'attempts'>;

/** One handing over. */
export interface AttemptFacts {
  readonly arrivedAt: number;
  readonly takenBackAt: number | null;
  readonly isMarked: boolean;
}

/** Where a brief stands at a moment, and what is left until it is somewhere else, ms. */
export type TimeLeft =
  | { readonly phase: 'always' }
  /** until it is due */
  | { readonly phase: 'open'; readonly left: number }
  /** since it was due, and until it is not taken any more; null where it always is */
  | { readonly phase: 'late'; readonly late: number; readonly left: number | null }
  /** since it was taken last */
  | { readonly phase: 'closed'; readonly since: number };

export type MayHandOver =
  | { readonly may: true; readonly isLate: boolean; readonly attempt: number }
  | { readonly may: false; readonly why: 'closed' | 'no-attempts-left' };

const due = ({ dueAt }: BriefTimes): number | null => (dueAt === null ? null : Date.parse(dueAt));

/** The last moment at which work is taken; null where there is none. Never before the due time. */
export function closesAt(brief: BriefTimes): number | null {
  const at = due(brief);
  if (at === null || brief.afterDue.kind === 'late') return null;
  return brief.afterDue.kind === 'closed' ? at : Math.max(at, Date.parse(brief.afterDue.until));
}

/** Whether what arrives at a moment is late: in the very moment that it is due it is not. */
export function isLate(brief: BriefTimes, now: number): boolean {
  const at = due(brief);
  return at !== null && now > at;
}

export function timeLeft(brief: BriefTimes, now: number): TimeLeft {
  const at = due(brief);
  if (at === null) return { phase: 'always' };
  if (now <= at) return { phase: 'open', left: at - now };
  const end = closesAt(brief);
  if (end !== null && now > end) return { phase: 'closed', since: now - end };
  return { phase: 'late', late: now - at, left: end === null ? null : end - now };
}

/** How often work may still be handed over; null where nobody counts. What was taken back has been an attempt. */
export function attemptsLeft({ attempts }: BriefTimes, made: readonly AttemptFacts[]): number | null {
  return attempts === null ? null : Math.max(0, attempts - made.length);
}

/** Whether work may be handed over now, as which attempt (from 1), and whether it is late. */
export function mayHandOver(brief: BriefTimes, made: readonly AttemptFacts[], now: number): MayHandOver {
  const end = closesAt(brief);
  if (end !== null && now > end) return { may: false, why: 'closed' };
  if (attemptsLeft(brief, made) === 0) return { may: false, why: 'no-attempts-left' };
  return { may: true, isLate: isLate(brief, now), attempt: made.length + 1 };
}

/**
 * Whether an attempt may be taken back now: while work is taken at all, and nobody has marked it. Whoever takes back their
 * last attempt could not hand over again, so that one stays; and nobody takes a message back that has been mailed.
 */
export function mayTakeBack(
  brief: BriefTimes & Partial<Pick<Brief, 'by'>>,
  made: readonly AttemptFacts[],
  index: number,
  now: number,
): boolean {
  const attempt = made[index];
  if (!attempt || attempt.takenBackAt !== null || attempt.isMarked || brief.by?.kind === 'mail') return false;
  return mayHandOver(brief, made, now).may;
}

/**
 * How far the server's clock is ahead of this one, from one question and its answer: the answer was given about half way
 * between (as NTP takes it, RFC 5905).
 *
 * @param serverTime what the server's clock said
 */
export const clockAhead = (askedAt: number, serverTime: number, answeredAt: number): number =>
  Math.round(serverTime - (askedAt + answeredAt) / 2);
