import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';

/** How long something that was deleted is still kept: "12 days left". */
export function sayLeft(goneAt: string, now: Date = new Date()): string {
  const days = differenceInCalendarDays(new Date(goneAt), now);
  if (days <= 0) return 'gone today';
  return days === 1 ? '1 day left' : `${days} days left`;
}
