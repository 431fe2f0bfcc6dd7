import type { TimeLeft } from './deskRules';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** A stretch of time as people say it, rounded down: "less than a minute", "9 min", "3 h 9 min", "2 days". */
export function sayStretch(ms: number): string {
  if (ms < MINUTE) return 'less than a minute';
  const [hours, minutes] = [Math.floor(ms / HOUR), Math.floor((ms % HOUR) / MINUTE)];
  if (hours === 0) return `${minutes} min`;
  if (ms < DAY) return minutes === 0 ? `${hours} h` : `${hours} h ${minutes} min`;
  const days = Math.floor(ms / DAY);
  return days === 1 ? '1 day' : `${days} days`;
}

/** Where a brief stands, in a few words. */
export function sayTimeLeft(time: TimeLeft): string {
  if (time.phase === 'always') return 'any time';
  if (time.phase === 'open') return `in ${sayStretch(time.left)}`;
  if (time.phase === 'closed') return `closed ${sayStretch(time.since)} ago`;
  return time.left === null
    ? `${sayStretch(time.late)} late`
    : `${sayStretch(time.late)} late, taken for ${sayStretch(time.left)} more`;
}

/** How long before or after the due time something came, as a sentence begins: "3 h 8 min early", "2 days late". */
export function sayEarly(dueAt: string, arrivedAt: string): string {
  const early = Date.parse(dueAt) - Date.parse(arrivedAt);
  const words = `${sayStretch(Math.abs(early))} ${early >= 0 ? 'early' : 'late'}`;
  return words.charAt(0).toUpperCase() + words.slice(1);
}
