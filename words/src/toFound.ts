import type { Bows as CoreBows, Quad, Turn } from '@ravlo/core';
import type { Bows, Corners, Found } from '@ravlo/contract';

/** What core finds in a photo; corners and bows in photo pixels. */
export interface FoundSheet {
  readonly corners: Quad | null;
  readonly bows: CoreBows | null;
  readonly confidence: number;
  /** there is nothing to cut out: a flat scan, a close-up */
  readonly isAllSheet: boolean;
  /** brings the flat page upright */
  readonly turn: Turn;
}

/** What was found in a photo, as recipes say it. */
export function toFound({ corners, bows, confidence, isAllSheet, turn }: FoundSheet): Found {
  if (!corners) return { outline: { by: 'whole', reason: isAllSheet ? 'all-sheet' : 'none-found' }, turn };
  const outline = { by: 'finder' as const, corners: plainCorners(corners), confidence };
  return { outline: bows ? { ...outline, bows: plainBows(bows) } : outline, turn };
}

const plainCorners = ([a, b, c, d]: Quad): Corners => [[...a], [...b], [...c], [...d]];
const plainBows = ([a, b, c, d]: CoreBows): Bows => [[...a], [...b], [...c], [...d]];
