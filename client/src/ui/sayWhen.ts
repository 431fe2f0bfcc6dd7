import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';

/** When something changed, as short as it can be said: 14:05, yesterday, Thu, 3 Nov. */
export function sayWhen(iso: string, now: Date = new Date()): string {
  const then = new Date(iso);
  const days = differenceInCalendarDays(now, then);
  if (days <= 0) return format(then, 'HH:mm');
  if (days === 1) return 'yesterday';
  if (days < 7) return format(then, 'EEE');
  return format(then, then.getFullYear() === now.getFullYear() ? 'd MMM' : 'd MMM yyyy');
}
