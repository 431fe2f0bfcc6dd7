import { createMarkedAttempts } from './markedAttempts';
import { createMarkedBriefs } from './markedBriefs';
import { createMarkedClasses } from './markedClasses';
import type { MarkerContext } from './markerContext';
import { createResults } from './results';

/** The class desk as a marker sees it: their classes, the briefs, the work, and what leaves it. */
export function createMarkerDesk(context: MarkerContext) {
  return {
    classes: createMarkedClasses(context),
    briefs: createMarkedBriefs(context),
    attempts: createMarkedAttempts(context),
    results: createResults(context),
  };
}

export type MarkerDesk = ReturnType<typeof createMarkerDesk>;
