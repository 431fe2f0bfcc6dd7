import { gridRow } from './grid';
import type { InkMap } from './inkMap';

/** A page's lines are followed in steps of this many px. */
const STEP = 48;
/** Darker than this adds nothing to a line: strokes must not make one. */
const CAP = 64;
/** How far from a line's middle the paper beside it is looked at, px at 1654 px of width. */
const BESIDE = 5;
/** A line may wander this much from one step to the next, px. */
const WANDER = 2;
/** A line that is a rule is there on at least this share of the page's width (or height). */
const LEAST_SHARE = 0.6;
/** A lone one, a margin, on this share. */
const MARGIN_SHARE = 0.88;
/** So many alike make a ruled sheet; fewer are somebody's drawing, or a form. */
const LEAST_RULES = 5;
/** Rules are fainter than this share of the strokes' contrast. */
const FAINTER = 0.55;

/** One rule: its middle at every step along the page, and how dark it is there. */
interface Rule {
  readonly middles: Float32Array;
  readonly share: number;
}

/**
 * Takes printed rules and squares off an ink map. A rule is a faint straight line right across the page with others
 * like it. Where it lies alone it becomes bare paper; strokes that cross it or lie on it are darker than it is, or go
 * on above and below, and stay whole.
 */
export function fadeRules(map: InkMap): void {
  eraseAll(map, rulesAcross(map));
  const turned = transposed(map);
  const upright = rulesAcross(turned);
  // Most pages have none: then nothing needs to be turned back.
  if (upright.length === 0) return;
  turned.darkness.set(turnPlane(map.darkness, map.width, map.height));
  eraseAll(turned, upright);
  copyBack(turned, map);
}

function rulesAcross(map: InkMap): Rule[] {
  const profile = stepProfiles(map);
  const all = findLines(map, profile, lineResponse(profile, besideOf(map)));
  return all.length >= LEAST_RULES ? all : all.filter(({ share }) => share >= MARGIN_SHARE);
}

function eraseAll(map: InkMap, rules: readonly Rule[]): void {
  const beside = besideOf(map);
  for (const rule of rules) erase(map, rule, beside);
}

const besideOf = ({ width, height }: InkMap) =>
  Math.max(3, Math.round((BESIDE * Math.min(width, height)) / 1654));

interface Profiles {
  readonly steps: number;
  readonly height: number;
  /** mean darkness of every row over every step, capped; [step * height + y] */
  readonly data: Float32Array;
}

function stepProfiles({ width, height, smooth }: InkMap): Profiles {
  const steps = Math.max(1, Math.floor(width / STEP));
  const data = new Float32Array(steps * height);
  for (let y = 0; y < height; y++) {
    for (let s = 0; s < steps; s++) {
      let sum = 0;
      const from = y * width + s * STEP;
      for (let i = from; i < from + STEP; i++) sum += smooth[i] < CAP ? smooth[i] : CAP;
      data[s * height + y] = sum / STEP;
    }
  }
  return { steps, height, data };
}

/** How much darker a row is than those a little above and below it. */
function lineResponse({ steps, height, data }: Profiles, beside: number): Float32Array {
  const result = new Float32Array(data.length);
  for (let s = 0; s < steps; s++) {
    for (let y = beside; y < height - beside; y++) {
      const i = s * height + y;
      // Against the darker neighbour: the edge of something large is no line.
      result[i] = data[i] - Math.max(data[i - beside], data[i + beside]);
    }
  }
  return result;
}

function findLines(map: InkMap, { steps, height }: Profiles, response: Float32Array): Rule[] {
  const noise = mean(map.noise.data);
  const strokes = highest(map.contrast.data);
  const least = Math.max(3.2, noise * 1.1);
  const lines: Rule[] = [];
  const taken = new Uint8Array(height);
  const starts: { y: number; value: number; step: number }[] = [];
  for (const step of [Math.floor(steps / 2), Math.floor(steps / 4), Math.floor((3 * steps) / 4)]) {
    for (let y = 1; y < height - 1; y++) {
      const i = step * height + y;
      const value = response[i];
      if (value >= least && value >= response[i - 1] && value > response[i + 1])
        starts.push({ y, value, step });
    }
  }
  starts.sort((a, b) => b.value - a.value);
  for (const { y, step } of starts) {
    const middles = new Float32Array(steps);
    let there = 0;
    const follow = (from: number, to: number, by: number) => {
      let at = y;
      for (let s = from; s !== to; s += by) {
        let best = -1;
        let bestAt = at;
        for (let d = -WANDER; d <= WANDER; d++) {
          const k = at + d;
          if (k < 0 || k >= height) continue;
          if (response[s * height + k] > best) {
            best = response[s * height + k];
            bestAt = k;
          }
        }
        if (best >= least * 0.6) {
          at = bestAt;
          there++;
        }
        middles[s] = at;
      }
    };
    follow(step, steps, 1);
    follow(step - 1, -1, -1);
    const middle = middles[steps >> 1];
    const share = there / steps;
    if (share < LEAST_SHARE || taken[middle] || bareDarkness(map, middles) > strokes * FAINTER) continue;
    taken.fill(1, Math.max(0, middle - 3), middle + 4);
    lines.push({ middles, share });
  }
  return lines;
}

/** How dark a line is in its middle where nothing lies on it. */
function bareDarkness(map: InkMap, middles: Float32Array): number {
  const values = Array.from(middles, (y, s) => bareRule(map, s * STEP, (s + 1) * STEP, y)).sort(
    (a, b) => a - b,
  );
  return values[values.length >> 1];
}

/** Where strokes are: a page's empty parts know only of its rules. */
function highest(values: Float32Array): number {
  return values.slice().sort()[Math.floor(values.length * 0.9)];
}

function mean(values: Float32Array): number {
  let sum = 0;
  for (const value of values) sum += value;
  return sum / values.length;
}

/** Half of a rule's thickness at most, px. */
const HALF = 3;
/** A pixel that is darker than the bare rule by this factor has a stroke on it. */
const STROKE_OVER = 2.1;

function erase(map: InkMap, { middles }: Rule, beside: number): void {
  const { width, height, smooth, darkness } = map;
  const noise = new Float32Array(width);
  const contrast = new Float32Array(width);
  const usual = new Float32Array(2 * HALF + 1);
  for (let s = 0; s < middles.length; s++) {
    const middle = middles[s];
    const from = s * STEP;
    const to = s === middles.length - 1 ? width : from + STEP;
    gridRow(map.noise, middle, noise);
    gridRow(map.contrast, middle, contrast);
    for (let d = -HALF; d <= HALF; d++) usual[d + HALF] = bareRule(map, from, to, middle + d);
    for (let x = from; x < to; x++) {
      const stray = 2.5 * noise[x] + 4;
      const strong = Math.max(stray * 1.5, contrast[x] * 0.28);
      const above = darkest(smooth, width, height, x, middle - beside, middle - HALF);
      const below = darkest(smooth, width, height, x, middle + HALF, middle + beside);
      const crosses = above > strong && below > strong;
      for (let d = -HALF; d <= HALF; d++) {
        const y = middle + d;
        if (y < 0 || y >= height) continue;
        const i = y * width + x;
        const rule = usual[d + HALF];
        const limit = crosses ? rule * 1.1 : rule * STROKE_OVER + stray;
        const touches = above > strong || below > strong;
        if (smooth[i] > (touches ? Math.min(limit, rule * 1.25 + stray * 0.5) : limit)) continue;
        smooth[i] = 0;
        darkness[i] = 0;
      }
    }
  }
}

/** How dark a rule is where nothing lies on it: a low quantile of one row over one step. */
function bareRule({ width, height, smooth }: InkMap, from: number, to: number, y: number): number {
  if (y < 0 || y >= height) return 0;
  const counts = new Uint16Array(256);
  for (let i = y * width + from; i < y * width + to; i++) counts[smooth[i]]++;
  let value = 0;
  for (let seen = counts[0], wanted = Math.floor((to - from) * 0.4); seen <= wanted; ) seen += counts[++value];
  return value;
}

function darkest(
  smooth: Uint8Array,
  width: number,
  height: number,
  x: number,
  from: number,
  to: number,
): number {
  let most = 0;
  for (let y = Math.max(0, from); y <= Math.min(height - 1, to); y++) {
    const value = smooth[y * width + x];
    if (value > most) most = value;
  }
  return most;
}

/** The map with rows for columns; its darkness is still empty. */
function transposed(map: InkMap): InkMap {
  const { width, height } = map;
  const grid = (g: InkMap['noise']) => ({
    ...g,
    columns: g.rows,
    rows: g.columns,
    data: Float32Array.from(g.data, (_, i) => g.data[(i % g.rows) * g.columns + Math.floor(i / g.rows)]),
  });
  return {
    ...map,
    width: height,
    height: width,
    darkness: new Uint8Array(width * height),
    smooth: turnPlane(map.smooth, width, height),
    noise: grid(map.noise),
    contrast: grid(map.contrast),
  };
}

function copyBack(turned: InkMap, map: InkMap): void {
  map.darkness.set(turnPlane(turned.darkness, turned.width, turned.height));
  map.smooth.set(turnPlane(turned.smooth, turned.width, turned.height));
}

const TILE = 64;

/** Rows become columns, by tiles that stay near the processor. */
function turnPlane(plane: Uint8Array, width: number, height: number): Uint8Array {
  const result = new Uint8Array(plane.length);
  for (let top = 0; top < height; top += TILE) {
    for (let left = 0; left < width; left += TILE) {
      const bottom = Math.min(height, top + TILE);
      const right = Math.min(width, left + TILE);
      for (let y = top; y < bottom; y++) {
        for (let x = left; x < right; x++) result[x * height + y] = plane[y * width + x];
      }
    }
  }
  return result;
}
