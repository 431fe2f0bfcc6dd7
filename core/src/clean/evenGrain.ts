import { boxMean } from '../raster/boxMean';
import { forEachSet } from '../raster/forEachSet';
import { createPlane } from '../raster/image';
import { forPixelsOf } from './forPixelsOf';
import type { InkMap } from './inkMap';
import { noiseAbout } from './noiseAbout';
import { overUsualGrain } from './overUsualGrain';
import type { PageParts } from './pageParts';

/** Strokes are evened where a page has so many times the usual grain: from the first on, as much as ever from the second on. */
const GRAINY = [1.5, 3] as const;
/** A pixel moves by this share of the way, at most, to what its stroke is on the mean. */
const MOST = 0.5;
/** Strokes that are darker than the second, in deviations of paper, are plain as they are; below the first they drown in grain. */
const DROWNED = [3, 6] as const;
/** Cells to each side that tell what a stroke is on the mean. */
const REACH = 2;

/** How far a value is on from one to another, 0 to 1. */
const shareOf = (value: number, [from, to]: readonly [number, number]): number =>
  Math.min(1, Math.max(0, (value - from) / (to - from)));

/**
 * Evens the faint strokes of a photo made in the dark along themselves: grain as strong as they are leaves only every other
 * pixel of them dark, and a broken letter cannot be read. Nothing else on the page changes.
 *
 * @returns the same map where the page is not grainy
 */
export function evenGrain<T extends InkMap>(map: T, parts: PageParts): T {
  const most = MOST * shareOf(overUsualGrain(map), GRAINY);
  if (most === 0) return map;
  const { strokes, step, width, height } = parts;
  const [sums, counts] = [createPlane(width, height), createPlane(width, height)];
  forEachSet(strokes, (cell) => {
    forPixelsOf(parts, map, cell, (i) => {
      sums.data[cell] += map.smooth[i];
      counts.data[cell]++;
    });
  });
  const [sum, count] = [sums, counts].map((plane) => boxMean(plane, REACH).data);
  const noise = noiseAbout(map, step, width);
  const [smooth, darkness] = [map.smooth.slice(), map.darkness.slice()];
  forEachSet(strokes, (cell) => {
    const mean = sum[cell] / count[cell];
    const share = most * (1 - shareOf(mean / noise(cell), DROWNED));
    if (share === 0) return;
    forPixelsOf(parts, map, cell, (i) => {
      smooth[i] += Math.round(share * (mean - smooth[i]));
      darkness[i] += Math.round(share * (mean - darkness[i]));
    });
  });
  return { ...map, smooth, darkness };
}
