import {
  attemptsLeft,
  sayTimeLeft,
  timeLeft,
  type Attempt,
  type AttemptFacts,
  type MyBrief,
} from '@ravlo/contract';

/** What the rules look at in an attempt. */
export const attemptFacts = ({ takenBackAt, receipt }: Attempt): AttemptFacts => ({
  arrivedAt: Date.parse(receipt.arrivedAt),
  takenBackAt: takenBackAt === null ? null : Date.parse(takenBackAt),
  isMarked: false,
});

/** What lies with the marker now: the newest that was not taken back. */
export const standing = ({ attempts }: Pick<MyBrief, 'attempts'>): Attempt | null =>
  attempts.filter(({ takenBackAt }) => takenBackAt === null).at(-1) ?? null;

/** Where a brief stands for the person: what they have done, or how long there is. */
export function sayState(mine: MyBrief, now: number): string {
  const last = standing(mine);
  if (last) return last.receipt.isLate ? 'Handed over, late' : 'Handed over';
  const when = sayTimeLeft(timeLeft(mine.brief, now));
  return mine.attempts.length > 0 ? `Taken back, ${when}` : `Due ${when}`;
}

/** "Attempt 1 of 3"; "Attempt 2" where nobody counts. */
export function sayAttempt({ brief, attempts }: MyBrief): string {
  const left = attemptsLeft(brief, attempts.map(attemptFacts));
  if (left === 0) return 'No attempts are left';
  const number = attempts.length + 1;
  return brief.attempts === null ? `Attempt ${number}` : `Attempt ${number} of ${brief.attempts}`;
}
