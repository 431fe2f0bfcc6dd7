import { NearbyPoints } from '../geometry/nearbyPoints';

/** A dot is looked for up to so many cells from where the one next to it says, and this share of the pitch. */
const STRAYS = 1.5;
const ASKEW = 0.03;
/** It is as dark as the others are, within these shares: what is darker is a stroke over it, or a full stop. */
const AS_DARK = [0.6, 1.35] as const;
/** All around it, so many cells from its edge, nothing is darker than this share of it: no stroke as dark runs into it. */
const CLEARANCE = 1.5;
const AROUND = 0.6;
const SIDES = Array.from({ length: 12 }, (_, k) => (k * Math.PI) / 6).map(
  (angle) => [Math.cos(angle), Math.sin(angle)] as const,
);

export interface Darkness {
  readonly width: number;
  readonly height: number;
  /** how dark each cell is at most */
  readonly darkest: Uint8Array;
}

/** The middle of a dot, cells. */
export interface DotPlace {
  readonly x: number;
  readonly y: number;
}

/** What the dots of a page have in common. */
export interface DotForm {
  /** how far they are apart, cells */
  readonly across: number;
  readonly down: number;
  /** cells from the middle to the edge */
  readonly radius: number;
  /** how dark they are */
  readonly level: number;
}

/**
 * The dots of dotted paper that faint writing runs into, so that no one of them lies free: from each dot that is known
 * the four next to it are looked for, and from those the next.
 *
 * @param known the dots that lie free
 * @returns the others
 */
export function hiddenDots(page: Darkness, known: readonly DotPlace[], form: DotForm): DotPlace[] {
  const { across, down } = form;
  const reach = STRAYS + ASKEW * across;
  const dots = new NearbyPoints(known, page.width, Math.ceil(across));
  const steps = [
    [across, 0],
    [-across, 0],
    [0, down],
    [0, -down],
  ] as const;
  // The list grows while it is gone through.
  for (let k = 0; k < dots.points.length; k++) {
    for (const [dx, dy] of steps) {
      const place = { x: dots.points[k].x + dx, y: dots.points[k].y + dy };
      if (dots.has(place.x, place.y, across / 3)) continue;
      const dot = dotNear(page, place, reach, form);
      if (dot && !dots.has(dot.x, dot.y, across / 3)) dots.add(dot);
    }
  }
  return dots.points.slice(known.length);
}

/** The darkest spot of a dot's size near a place, if it is like a dot; null where none is. */
function dotNear(page: Darkness, place: DotPlace, reach: number, form: DotForm): DotPlace | null {
  const { width, height } = page;
  const { radius, level } = form;
  const margin = reach + radius + CLEARANCE + 1;
  const { x: px, y: py } = place;
  if (px < margin || py < margin || px >= width - margin || py >= height - margin) return null;
  let best = { sum: -1, x: 0, y: 0 };
  for (let y = Math.round(py - reach); y <= py + reach; y++) {
    for (let x = Math.round(px - reach); x <= px + reach; x++) {
      const sum = boxSum(page, x, y, Math.round(radius));
      if (sum > best.sum) best = { sum, x, y };
    }
  }
  const { x, y } = best;
  const { darkest } = page;
  const dark = darkest[y * width + x];
  if (dark < AS_DARK[0] * level || dark > AS_DARK[1] * level) return null;
  const far = radius + CLEARANCE;
  const isClear = SIDES.every(
    ([c, s]) => darkest[Math.round(y + far * s) * width + Math.round(x + far * c)] <= AROUND * dark,
  );
  return isClear ? { x, y } : null;
}

function boxSum({ darkest, width }: Darkness, x: number, y: number, radius: number): number {
  let sum = 0;
  for (let v = y - radius; v <= y + radius; v++) {
    for (let i = v * width + x - radius; i <= v * width + x + radius; i++) sum += darkest[i];
  }
  return sum;
}
