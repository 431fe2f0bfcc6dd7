import { useEffect, useRef } from 'react';
import type { Seen } from '../aim.worker';
import type { Abilities } from './abilities';
import { exposeFor } from './exposure';
import type { Ask } from './wishes';

/** The camera is given so long to follow before it is told again, ms. */
const SETTLES = 700;
/** The sheet's middle has moved by this share of the picture: the camera is told the new place. */
const MOVED = 0.12;

/** Pulls the camera's exposure to the paper in view, where the camera can be told. */
export function useExposure(ask: Ask | null, { canExposeFor, exposure }: Abilities, seen: Seen | null): void {
  const told = useRef({ at: 0, ev: 0, x: -1, y: -1, ask });
  useEffect(() => {
    if (!ask || !seen?.corners || !seen.sheet || (!canExposeFor && !exposure)) return;
    if (told.current.ask !== ask) told.current = { at: 0, ev: 0, x: -1, y: -1, ask };
    const now = performance.now();
    const before = told.current;
    if (now - before.at < SETTLES) return;
    const [x, y] = [0, 1].map((axis) => seen.corners!.reduce((sum, corner) => sum + corner[axis] / 4, 0));
    const hasMoved = canExposeFor && Math.hypot(x - before.x, y - before.y) > MOVED;
    const ev = exposure ? exposeFor(before.ev, seen.sheet, exposure) : before.ev;
    if (!hasMoved && ev === before.ev) return;
    told.current = { at: now, ev, x: hasMoved ? x : before.x, y: hasMoved ? y : before.y, ask };
    void ask({
      // Another place, and the camera focuses by itself again.
      ...(hasMoved ? { pointsOfInterest: [{ x, y }], exposureMode: 'continuous', focusMode: undefined } : {}),
      ...(ev === before.ev ? {} : { exposureCompensation: ev }),
    });
  }, [ask, canExposeFor, exposure, seen]);
}
