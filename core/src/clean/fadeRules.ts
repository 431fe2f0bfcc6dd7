import { acrossPage } from '../geometry/pageScale';
import { bareRule, findRules, type LineView, type Rule } from './findRules';
import type { InkMap } from './inkMap';
import { ruleProfiles, STEP } from './ruleProfiles';

/** How far from a line's middle the paper beside it is looked at, px of a full page. */
const BESIDE = 5;

/**
 * An ink map without printed rules and squares. A rule is a faint straight line right across the page with others
 * like it. Where it lies alone it becomes bare paper; strokes that cross it or lie on it are darker than it is, or go
 * on beside it, and stay whole.
 */
export function fadeRules(map: InkMap): InkMap {
  const { width, height, noise, contrast } = map;
  const smooth = map.smooth.slice();
  const darkness = map.darkness.slice();
  const beside = Math.max(3, Math.round(acrossPage(BESIDE, { width, height })));
  const profiles = ruleProfiles(smooth, width, height);
  const across: LineView = {
    plane: smooth,
    length: width,
    places: height,
    stepAlong: 1,
    stepAcross: width,
  };
  const upright: LineView = {
    plane: smooth,
    length: height,
    places: width,
    stepAlong: width,
    stepAcross: 1,
  };
  const options = { noise, contrast, beside };
  const found = [
    { view: across, rules: findRules(across, profiles.across, options) },
    { view: upright, rules: findRules(upright, profiles.upright, options) },
  ];
  for (const { view, rules } of found) {
    for (const rule of rules) {
      erase(view, rule, map, beside, (i) => {
        smooth[i] = 0;
        darkness[i] = 0;
      });
    }
  }
  return { ...map, smooth, darkness };
}

/** Half of a rule's thickness at most, px. */
const HALF = 3;
/** A pixel has a stroke on it when it is darker than the bare rule by this factor. */
const STROKE_OVER = 2.1;
/** A pixel has a stroke on it when it is darker than the bare rule by this share of the strokes' contrast. */
const ON_TOP = 0.08;
/** Where a stroke goes on to both sides the rule is taken off only where it is bare; to one side, nearly. */
const CROSSED = 1.1;
const TOUCHED = 1.25;

function erase(
  view: LineView,
  { middles }: Rule,
  { noise, contrast }: InkMap,
  beside: number,
  clear: (i: number) => void,
): void {
  const { plane, length, places, stepAlong, stepAcross } = view;
  const bare = new Float32Array(2 * HALF + 1);
  for (let s = 0; s < middles.length; s++) {
    const middle = middles[s];
    const from = s * STEP;
    const to = s === middles.length - 1 ? length : from + STEP;
    for (let d = -HALF; d <= HALF; d++) bare[d + HALF] = bareRule(view, from, to, middle + d);
    // Noise and contrast change slowly: one value a step.
    const centre = Math.round((from + to) / 2) * stepAlong + middle * stepAcross;
    const stray = 2.5 * valueAt(noise, centre, view) + 4;
    const strokes = valueAt(contrast, centre, view);
    const strong = Math.max(stray * 1.5, strokes * 0.28);
    for (let along = from; along < to; along++) {
      const line = along * stepAlong;
      let goesOn = -1;
      for (let d = -HALF; d <= HALF; d++) {
        const place = middle + d;
        if (place < 0 || place >= places) continue;
        const i = line + place * stepAcross;
        const rule = bare[d + HALF];
        // Most pixels are plainly bare or plainly inked; only for the others does it matter what lies beside.
        if (plane[i] > rule * CROSSED) {
          if (plane[i] > Math.min(rule * STROKE_OVER, rule + strokes * ON_TOP) + stray) continue;
          if (goesOn < 0) goesOn = sidesGoneOn(view, line, middle, beside, strong);
          // At its flanks a stroke that only touches the rule looks like the rule.
          const isFlank = d === HALF || d === -HALF;
          if (goesOn === 2 || (goesOn === 1 && (isFlank || plane[i] > rule * TOUCHED + stray * 0.5)))
            continue;
        }
        clear(i);
      }
    }
  }
}

/** A grid's value in the cell that a pixel lies in. */
function valueAt({ columns, rows, cell, data }: InkMap['noise'], i: number, view: LineView): number {
  const width = Math.max(view.stepAlong, view.stepAcross);
  const x = i % width;
  const row = Math.min(rows - 1, Math.floor((i - x) / width / cell));
  return data[row * columns + Math.min(columns - 1, Math.floor(x / cell))];
}

/** On how many sides of a rule something as dark as a stroke goes on. */
function sidesGoneOn(view: LineView, line: number, middle: number, beside: number, strong: number): number {
  const before = darkest(view, line, middle - beside, middle - HALF) > strong;
  const behind = darkest(view, line, middle + HALF, middle + beside) > strong;
  return (before ? 1 : 0) + (behind ? 1 : 0);
}

/** The darkest pixel from one place to another, also a little to both sides: strokes slant. */
function darkest({ plane, stepAlong, stepAcross, places }: LineView, line: number, from: number, to: number) {
  let most = 0;
  for (let place = Math.max(0, from); place <= Math.min(places - 1, to); place++) {
    const i = line + place * stepAcross;
    const value = Math.max(plane[i], plane[i - stepAlong] ?? 0, plane[i + stepAlong] ?? 0);
    if (value > most) most = value;
  }
  return most;
}
