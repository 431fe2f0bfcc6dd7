import { kernels, type Kernels } from '../kernels/kernels';

/** A page's lines are followed in steps of this many px. */
export const STEP = 48;
/** Darker than this adds nothing to a line: strokes must not make one. */
const CAP = 64;

/** How dark a page is on the mean at every place across its lines, step by step along them. */
export interface RuleProfile {
  readonly steps: number;
  /** places across: rows for lines that run across the page, columns for upright ones */
  readonly places: number;
  /** darkness, capped; [step * places + place] */
  readonly data: Float32Array;
}

/** The profiles of both ways in which lines can run, in one pass over the page. */
export function ruleProfiles(plane: Uint8Array, width: number, height: number) {
  const quick = kernels();
  const sums = quick ? sumsQuickly(quick, plane, width, height) : sumsPlainly(plane, width, height);
  return {
    across: profileOf(sums.across, stepsOf(width), height),
    upright: profileOf(sums.upright, stepsOf(height), width),
  };
}

const stepsOf = (length: number) => Math.max(1, Math.floor(length / STEP));

function profileOf(sums: Uint16Array, steps: number, places: number): RuleProfile {
  const data = new Float32Array(sums.length);
  for (let i = 0; i < data.length; i++) data[i] = sums[i] / STEP;
  return { steps, places, data };
}

/** Sums over STEP pixels of every row, and of every column; what is left over at the ends is not looked at. */
export interface StepSums {
  /** [step * height + row] */
  readonly across: Uint16Array;
  /** [step * width + column] */
  readonly upright: Uint16Array;
}

export function sumsQuickly(quick: Kernels, plane: Uint8Array, width: number, height: number): StepSums {
  const [across, upright] = [stepsOf(width), stepsOf(height)];
  const [lineAt, rowAt, columnsAt] = quick.room(Math.max(width, STEP), across * 2, width * 2);
  const result = {
    across: new Uint16Array(across * height),
    upright: new Uint16Array(upright * width),
  };
  const line = quick.bytes(lineAt, Math.max(width, STEP));
  const row = quick.shorts(rowAt, across);
  const columns = quick.shorts(columnsAt, width);
  line.fill(0);
  columns.fill(0);
  for (let y = 0; y < height; y++) {
    line.set(plane.subarray(y * width, (y + 1) * width));
    quick.addCapped(lineAt, CAP, width, columnsAt);
    quick.stepSums(lineAt, CAP, across, rowAt);
    for (let s = 0; s < across; s++) result.across[s * height + y] = row[s];
    const isLast = (y + 1) % STEP === 0;
    // A page lower than a step has one all the same.
    if (isLast || (y + 1 === height && height < STEP)) {
      result.upright.set(columns, Math.floor(y / STEP) * width);
      columns.fill(0);
    }
  }
  return result;
}

/** The reference for the kernels: the same sums. */
export function sumsPlainly(plane: Uint8Array, width: number, height: number): StepSums {
  const [across, upright] = [stepsOf(width), stepsOf(height)];
  const result = { across: new Uint16Array(across * height), upright: new Uint16Array(upright * width) };
  for (let y = 0, i = 0; y < height; y++) {
    const down = Math.floor(y / STEP);
    for (let x = 0; x < width; x++, i++) {
      const value = Math.min(plane[i], CAP);
      const step = Math.floor(x / STEP);
      if (step < across) result.across[step * height + y] += value;
      if (down < upright) result.upright[down * width + x] += value;
    }
  }
  return result;
}
