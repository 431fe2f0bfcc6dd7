import type { InkMap } from './inkMap';

/** Deviation of bare paper in a photo made in a lit room, levels over that paper. */
const USUAL_GRAIN = 3;

/** How many times more grain a page has than photos usually have; 1 where it has no more. */
export const overUsualGrain = ({ grain }: Pick<InkMap, 'grain'>): number => Math.max(1, grain / USUAL_GRAIN);
