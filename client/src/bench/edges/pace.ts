/** How fast a hand moves: a slow one is helped. */
export interface Pace {
  /** the hand takes hold of something */
  begin(): void;
  /** @returns the speed after moving to a distance from where it began, px a second, smoothed */
  moveTo(dx: number, dy: number): number;
}

/** What the last move counts for. */
const LATEST = 0.3;
/** A hand that has just taken hold is not slow. */
const AT_FIRST = 200;

export function createPace(now: () => number = () => performance.now()): Pace {
  let last = { time: 0, x: 0, y: 0 };
  let speed = AT_FIRST;
  return {
    begin() {
      last = { time: now(), x: 0, y: 0 };
      speed = AT_FIRST;
    },
    moveTo(dx, dy) {
      const time = now();
      const here = (1000 * Math.hypot(dx - last.x, dy - last.y)) / Math.max(1, time - last.time);
      speed = (1 - LATEST) * speed + LATEST * here;
      last = { time, x: dx, y: dy };
      return speed;
    },
  };
}
