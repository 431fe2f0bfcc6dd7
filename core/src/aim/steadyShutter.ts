import type { Quad } from '../geometry/quad';
import { cautious } from '../outline/cautious';
import { type SheetSignature } from './sheetSignature';
import { signatureDistance } from './signatureDistance';

/** What the steady shutter needs to know of a frame; times in ms. */
export interface ShutterFrame {
  readonly time: number;
  /** share of the frame's diagonal, so that frames of any size compare */
  readonly quad: Quad | null;
  readonly confidence: number;
  readonly isWhole: boolean;
  readonly isSharp: boolean;
  readonly signature: SheetSignature | null;
}

export interface ShutterState {
  /** a sheet has been where it is, as it is, since then; null when none is */
  readonly stillSince: number | null;
  readonly last: ShutterFrame | null;
  /** the sheet taken last */
  readonly taken: SheetSignature | null;
  /** what was taken has gone, or another lies there, since then; null while it still lies there */
  readonly changedSince: number | null;
  readonly isArmed: boolean;
}

export const NEW_SHUTTER: ShutterState = {
  stillSince: null,
  last: null,
  taken: null,
  changedSince: null,
  isArmed: true,
};

/** A sheet must lie still this long, ms. */
const HOLD = 700;
/** Corners that move by more than this share of the diagonal a frame are moving. */
const STILL = 0.006;
/** Sheets whose signatures are closer than this are the same. */
const SAME = 0.3;
/** The same sheet from one frame to the next: a hand or another sheet over it makes it another. */
const UNDISTURBED = 0.12;
/** As the outline says it is, for a likelihood of .8. */
const LEAST_SURE = cautious(0.8);
/** The sheet taken must have gone, or another come, for this long before the next photo is thought of, ms. */
const REARM = 250;

/**
 * The shutter that fires by itself, as a pure machine over the facts of each frame: it fires when a whole sheet lies
 * still, sharp and undisturbed for a moment and is not the sheet just taken; then it waits until that has gone.
 */
export function stepShutter(
  state: ShutterState,
  frame: ShutterFrame,
): { readonly state: ShutterState; readonly fires: boolean } {
  const isLikeTaken =
    state.taken !== null &&
    frame.signature !== null &&
    signatureDistance(state.taken, frame.signature) < SAME;
  const hasChanged = frame.signature === null || !isLikeTaken;
  const changedSince = hasChanged ? (state.changedSince ?? frame.time) : null;
  const isArmed = state.isArmed || (changedSince !== null && frame.time - changedSince >= REARM);
  const stillSince = isSettled(state.last, frame) ? (state.stillSince ?? frame.time) : null;
  const isReady = stillSince !== null && frame.time - stillSince >= HOLD && frame.isSharp;
  const fires = isArmed && isReady && !isLikeTaken;
  return {
    fires,
    state: {
      stillSince: fires ? null : stillSince,
      last: frame,
      taken: fires ? frame.signature : state.taken,
      changedSince: fires ? null : changedSince,
      isArmed: isArmed && !fires,
    },
  };
}

/** The person pressed the shutter: the sheet in view counts as taken. */
export function noteShot(state: ShutterState, signature: SheetSignature | null): ShutterState {
  return { ...state, taken: signature ?? state.taken, stillSince: null, changedSince: null, isArmed: false };
}

function isSettled(last: ShutterFrame | null, frame: ShutterFrame): boolean {
  if (!last?.quad || !last.signature || !frame.quad || !frame.signature) return false;
  if (!frame.isWhole || frame.confidence < LEAST_SURE) return false;
  const before = last.quad;
  const moved = Math.max(...frame.quad.map(([x, y], i) => Math.hypot(x - before[i][0], y - before[i][1])));
  return moved < STILL && signatureDistance(last.signature, frame.signature) < UNDISTURBED;
}
