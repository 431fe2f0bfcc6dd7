import {
  sayPoints,
  sayStretch,
  timeLeft,
  type Attempt,
  type Brief,
  type MarkedBrief,
  type Work,
} from '@ravlo/contract';
import { format } from 'date-fns/format';
import { isSameDay } from 'date-fns/isSameDay';

/** Where one student's work stands. */
export type WorkState = 'nothing-yet' | 'taken-back' | 'handed-over' | 'marked';

/** The attempt that lies with the marker: the newest that was not taken back. */
export const standingWork = ({ attempts }: Pick<Work, 'attempts'>): Attempt | null =>
  attempts.filter(({ takenBackAt }) => takenBackAt === null).at(-1) ?? null;

export function workState(work: Work): WorkState {
  if (standingWork(work)) return work.mark ? 'marked' : 'handed-over';
  return work.attempts.length > 0 ? 'taken-back' : 'nothing-yet';
}

/** Whether the attempt that stands came after its due time. */
export const isLateWork = (work: Work): boolean => standingWork(work)?.receipt.isLate ?? false;

/** 18:20 on the day that counts, else with its day. */
export function sayClock(iso: string, near: string | null): string {
  const at = new Date(iso);
  return format(at, near !== null && isSameDay(at, new Date(near)) ? 'HH:mm' : 'd MMM, HH:mm');
}

/** The first line of a student's work: "Handed over 16:02", "Marked 17 of 20". */
export function sayWorkState(work: Work, { points: most }: Pick<Brief, 'points'>): string {
  const standing = standingWork(work);
  switch (workState(work)) {
    case 'handed-over':
      return `Handed over ${sayClock(standing?.receipt.arrivedAt ?? '', work.dueAt)}`;
    case 'marked': {
      const points = work.mark?.points ?? null;
      return points === null || most === null ? 'Marked' : `Marked ${sayPoints(points)} of ${most}`;
    }
    case 'taken-back':
      return `Taken back ${sayClock(work.attempts.at(-1)?.takenBackAt ?? '', work.dueAt)}`;
    case 'nothing-yet':
      return 'Nothing yet';
  }
}

/** The second line: early or late by how much, what is left, whether the student has seen it. */
export function sayWorkDetail(work: Work, now: number): string {
  const standing = standingWork(work);
  const parts: string[] = [];
  if (standing) {
    const { arrivedAt, attempt } = standing.receipt;
    if (work.dueAt !== null) {
      const early = Date.parse(work.dueAt) - Date.parse(arrivedAt);
      parts.push(early >= 0 ? `${sayRough(early)} early` : `late by ${sayRough(-early)}`);
    }
    if (attempt > 1) parts.push(`attempt ${attempt}`);
    if (work.mark) {
      if (work.mark.givenBackAt === null) parts.push('not given back');
      else if (work.mark.isChangedSince) parts.push('changed since given back');
      else parts.push('given back');
    }
  } else if (work.attempts.length > 0) {
    const left = work.attemptsLeft;
    parts.push(
      left === null ? 'may hand over again' : left === 1 ? '1 attempt left' : `${left} attempts left`,
    );
  } else if (work.dueAt !== null) {
    const left = Date.parse(work.dueAt) - now;
    parts.push(left >= 0 ? `${sayRough(left)} left` : `${sayRough(-left)} over`);
  }
  if (work.isExtended) parts.push(`due ${sayClock(work.dueAt ?? '', null)}`);
  return parts.join(', ');
}

const HOUR = 3600_000;

/** As people say it at a glance: hours without their minutes. */
function sayRough(ms: number): string {
  return ms >= HOUR && ms < 24 * HOUR ? sayStretch(Math.round(ms / HOUR) * HOUR) : sayStretch(ms);
}

/** When a brief is or was due, and what time it is for it: "Due Thursday 14 May, 18:00". */
export function sayDueWhen({ dueAt }: Brief, now: number): string {
  if (dueAt === null) return 'At any time';
  const when = format(new Date(dueAt), 'EEEE d MMMM, HH:mm');
  return `${Date.parse(dueAt) < now ? 'Was due' : 'Due'} ${when}`;
}

/** What a brief's row says: how much there is to do, or when it is due. */
export function sayBriefRow({ brief, counts, publishAt, isDeleted }: MarkedBrief, now: number): string {
  if (isDeleted) return 'put away';
  if (publishAt === null) return 'not published';
  if (Date.parse(publishAt) > now) return `from ${format(new Date(publishAt), 'd MMM, HH:mm')}`;
  const { toMark, marked } = counts;
  if (toMark + marked > 0) return `${toMark} to mark, ${marked} marked`;
  const time = timeLeft(brief, now);
  if (time.phase === 'always') return 'nothing yet';
  if (time.phase !== 'open') return 'nothing came';
  return `due ${format(new Date(brief.dueAt ?? ''), time.left < 6 * 24 * HOUR ? 'EEEE HH:mm' : 'd MMM, HH:mm')}`;
}
