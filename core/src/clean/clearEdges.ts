import type { InkMap } from './inkMap';

/** Slivers of desk and shadows along the edge are looked for this far in, as a share of the page's shorter side. */
const REACH = 0.03;
/** A dark run along the edge at least this long is no stroke that happens to end there; the same measure. */
const LEAST_RUN = 0.016;
/** Darker than this, 0 to 255, is not paper. */
const DARK = 9;
/** Dark things that reach in from the edge and are narrower than this are strokes: px for 1000 of the shorter side. */
const STROKE = 9;
/** Taken away beyond what is dark, px: soft flanks. */
const FLANK = 2;

/**
 * Makes the edges of a page bare paper where the desk or the sheet's own shadow shows along them. Writing that runs
 * up to the edge crosses it in short dark runs and stays.
 */
export function clearEdges(map: InkMap): void {
  const { width, height } = map;
  const short = Math.min(width, height);
  const reach = Math.min(Math.floor(short / 3), Math.max(4, Math.round(short * REACH)));
  const sides = [
    { length: width, at: (along: number, deep: number) => deep * width + along },
    { length: width, at: (along: number, deep: number) => (height - 1 - deep) * width + along },
    { length: height, at: (along: number, deep: number) => along * width + deep },
    { length: height, at: (along: number, deep: number) => along * width + width - 1 - deep },
  ];
  const leastRun = short * LEAST_RUN;
  const stroke = Math.max(3, Math.round((short * STROKE) / 1000));
  for (const { length, at } of sides) {
    const depth = darkDepth(map, length, reach, at);
    const kept = withoutNarrow(longRuns(depth, leastRun), stroke);
    for (let along = 0; along < length; along++) {
      const deep = kept[along] === 0 ? 0 : Math.min(reach, kept[along] + FLANK);
      for (let d = 0; d < deep; d++) {
        map.darkness[at(along, d)] = 0;
        map.smooth[at(along, d)] = 0;
      }
    }
  }
}

/** How far in from the edge it is dark without a break, px. */
function darkDepth(
  { smooth }: InkMap,
  length: number,
  reach: number,
  at: (along: number, deep: number) => number,
): Uint16Array {
  const depth = new Uint16Array(length);
  for (let along = 0; along < length; along++) {
    let deep = 0;
    while (deep < reach && smooth[at(along, deep)] >= DARK) deep++;
    depth[along] = deep;
  }
  return depth;
}

/** Runs of dark along the edge that are shorter than `least` count as none. */
function longRuns(depth: Uint16Array, least: number): Uint16Array {
  const result = new Uint16Array(depth);
  for (let start = 0; start < depth.length;) {
    let end = start;
    while (end < depth.length && depth[end] > 0) end++;
    if (end - start < least) result.fill(0, start, end);
    start = end + 1;
  }
  return result;
}

/** Opening along the edge: what reaches in deeper on less than `width` px is a stroke. */
function withoutNarrow(depth: Uint16Array, width: number): Uint16Array {
  const half = width >> 1;
  const window = (source: Uint16Array, pick: (a: number, b: number) => number) =>
    source.map((value, i) => {
      let best = value;
      for (let k = Math.max(0, i - half); k <= Math.min(source.length - 1, i + half); k++) {
        best = pick(best, source[k]);
      }
      return best;
    });
  return window(window(depth, Math.min), Math.max);
}
