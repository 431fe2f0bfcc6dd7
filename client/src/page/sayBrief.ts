import {
  attemptsLeft,
  sayPoints,
  sayTimeLeft,
  timeLeft,
  type Attempt,
  type AttemptFacts,
  type MyBrief,
} from '@ravlo/contract';

/** What the rules look at in an attempt. */
export const attemptFacts = ({ takenBackAt, receipt, given }: Attempt): AttemptFacts => ({
  arrivedAt: Date.parse(receipt.arrivedAt),
  takenBackAt: takenBackAt === null ? null : Date.parse(takenBackAt),
  isMarked: given !== null,
});

/** What lies with the marker now: the newest that was not taken back. */
export const standing = ({ attempts }: Pick<MyBrief, 'attempts'>): Attempt | null =>
  attempts.filter(({ takenBackAt }) => takenBackAt === null).at(-1) ?? null;

/** How long there is, as a sentence begins: "Due in 3 h", "2 days late", "Closed 1 day ago". */
export function sayDue({ brief }: Pick<MyBrief, 'brief'>, now: number): string {
  const time = timeLeft(brief, now);
  const when = sayTimeLeft(time);
  return time.phase === 'open' ? `Due ${when}` : `${when[0].toUpperCase()}${when.slice(1)}`;
}

/** Where a brief stands for the person, apart from its time. */
export type BriefState =
  'nothing-yet' | 'in-work' | 'taken-back' | 'handed-over' | 'handed-over-late' | 'marked';

/** @param isTied some packet is for it */
export function stateOf(mine: MyBrief, isTied: boolean): BriefState {
  const last = standing(mine);
  if (last?.given) return 'marked';
  if (last) return last.receipt.isLate ? 'handed-over-late' : 'handed-over';
  if (mine.attempts.length > 0) return 'taken-back';
  return isTied ? 'in-work' : 'nothing-yet';
}

export const STATE_WORDS: Readonly<Record<BriefState, string>> = {
  'nothing-yet': 'Nothing yet',
  'in-work': 'In work',
  'taken-back': 'Taken back',
  'handed-over': 'Handed over',
  'handed-over-late': 'Handed over, late',
  marked: 'Marked',
};

/** A state in words, with its points where there are any: "Marked 17 of 20". */
export function sayStateWords(mine: MyBrief, state: BriefState): string {
  const given = state === 'marked' ? standing(mine)?.given : null;
  return given && given.points !== null && given.most !== null
    ? `Marked ${sayPoints(given.points)} of ${given.most}`
    : STATE_WORDS[state];
}

/** Where a brief stands for the person: what they have done, or how long there is. */
export function sayState(mine: MyBrief, now: number): string {
  const state = stateOf(mine, false);
  if (state === 'nothing-yet') return sayDue(mine, now);
  if (state === 'taken-back') return `Taken back, ${sayTimeLeft(timeLeft(mine.brief, now))}`;
  return sayStateWords(mine, state);
}

/** What needs the person comes first: late, then the next due, then what may come at any time; what is done or over last. */
export function inOrderOfNeed(briefs: readonly MyBrief[], now: number): MyBrief[] {
  const rank = (mine: MyBrief) => {
    if (standing(mine)) return 3;
    const { phase } = timeLeft(mine.brief, now);
    return { late: 0, open: 1, always: 2, closed: 4 }[phase];
  };
  // The desk gives them in the order in which they are due.
  return [...briefs].sort((a, b) => rank(a) - rank(b));
}

/** Less than this is little, ms. */
const LITTLE = 30 * 60_000;

/** What is due within half an hour and not handed over yet, the next first; null where nothing is. */
export function mostUrgent(
  briefs: readonly MyBrief[],
  now: number,
): { readonly mine: MyBrief; readonly left: number } | null {
  let urgent: { mine: MyBrief; left: number } | null = null;
  for (const mine of briefs) {
    const time = timeLeft(mine.brief, now);
    if (time.phase !== 'open' || time.left > LITTLE || standing(mine)) continue;
    if (attemptsLeft(mine.brief, mine.attempts.map(attemptFacts)) === 0) continue;
    if (!urgent || time.left < urgent.left) urgent = { mine, left: time.left };
  }
  return urgent;
}

/** "Attempt 1 of 3"; "Attempt 2" where nobody counts. */
export function sayAttempt({ brief, attempts }: MyBrief): string {
  const left = attemptsLeft(brief, attempts.map(attemptFacts));
  if (left === 0) return 'No attempts are left';
  const number = attempts.length + 1;
  return brief.attempts === null ? `Attempt ${number}` : `Attempt ${number} of ${brief.attempts}`;
}
