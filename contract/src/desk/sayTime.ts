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
