import fc from 'fast-check';
import { mapQuad, type Quad } from '../geometry/quad';
import type { SheetSignature } from './sheetSignature';
import { NEW_SHUTTER, noteShot, stepShutter, type ShutterFrame, type ShutterState } from './steadyShutter';

const FRAME_MS = 66;
const PLACE: Quad = [
  [0.1, 0.1],
  [0.6, 0.1],
  [0.6, 0.7],
  [0.1, 0.7],
];

/** A sheet's look: every number gives one that has nothing to do with the others'. */
function look(sheet: number): SheetSignature {
  return Float32Array.from({ length: 1200 }, (_, i) => Math.sin((i + 1) * (sheet + 1) * 1.7) / 10);
}
const LOOKS = Array.from({ length: 6 }, (_, sheet) => look(sheet));

type Seen = Partial<Omit<ShutterFrame, 'time'>>;
const lying = (sheet: number, dx = 0): Seen => ({
  quad: mapQuad(PLACE, ([x, y]) => [x + dx, y]),
  confidence: 0.95,
  isWhole: true,
  isSharp: true,
  signature: LOOKS[sheet],
});
const EMPTY: Seen = {};

/** Runs frames through the machine; for each, whether it fired. */
function run(frames: readonly Seen[], start: ShutterState = NEW_SHUTTER): boolean[] {
  let state = start;
  return frames.map((seen, i) => {
    const nothing = { quad: null, confidence: 0, isWhole: false, isSharp: false, signature: null };
    const step = stepShutter(state, { time: i * FRAME_MS, ...nothing, ...seen });
    state = step.state;
    return step.fires;
  });
}
const times = (count: number, seen: (i: number) => Seen) => Array.from({ length: count }, (_, i) => seen(i));
const shots = (fired: readonly boolean[]) => fired.filter(Boolean).length;

describe('stepShutter', () => {
  it('fires once for a sheet that lies still, however long it lies', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 200 }), (count) => {
        expect(shots(run(times(count, () => lying(0))))).toBe(1);
      }),
    );
  });

  it('never fires before the sheet has lain still for seven tenths of a second', () => {
    expect(shots(run(times(Math.floor(700 / FRAME_MS), () => lying(0))))).toBe(0);
  });

  it('takes every sheet of a stack once, whether the desk is seen in between or not', () => {
    for (const gap of [0, 12]) {
      const frames = [0, 1, 2, 3, 4].flatMap((sheet) => [
        ...times(25, () => lying(sheet)),
        ...times(gap, () => EMPTY),
      ]);
      expect(shots(run(frames))).toBe(5);
    }
  });

  it('does not take a sheet again that went and came back', () => {
    const frames = [
      ...times(25, () => lying(0)),
      ...times(30, () => EMPTY),
      ...times(40, () => lying(0, 0.05)),
    ];
    expect(shots(run(frames))).toBe(1);
  });

  it('never fires while the sheet moves, is blurred, cut off, doubted or disturbed', () => {
    const troubles: ((i: number) => Seen)[] = [
      (i) => lying(0, 0.01 * i),
      () => ({ ...lying(0), isSharp: false }),
      () => ({ ...lying(0), isWhole: false }),
      () => ({ ...lying(0), confidence: 0.6 }),
      // A hand passes over: from frame to frame it looks like another sheet.
      (i) => lying(i % 5),
    ];
    for (const trouble of troubles) expect(shots(run(times(90, trouble)))).toBe(0);
  });

  it('starts to wait anew after any frame that is not still', () => {
    const still = Math.floor(700 / FRAME_MS) - 1;
    const frames = Array.from({ length: 6 }, () => [...times(still, () => lying(0)), EMPTY]).flat();
    expect(shots(run(frames))).toBe(0);
  });

  it('leaves alone what was taken by hand', () => {
    const state = noteShot(NEW_SHUTTER, LOOKS[2]);
    expect(
      shots(
        run(
          times(60, () => lying(2)),
          state,
        ),
      ),
    ).toBe(0);
    expect(
      shots(
        run(
          times(60, () => lying(3)),
          state,
        ),
      ),
    ).toBe(1);
  });

  it('fires at most once for each sheet whatever the order of frames', () => {
    const frame = fc.oneof(
      fc.constant(EMPTY),
      fc.integer({ min: 0, max: 2 }).map((sheet) => lying(sheet)),
    );
    const stretch = fc.tuple(frame, fc.integer({ min: 1, max: 30 }));
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 12 }), (stretches) => {
        const frames = stretches.flatMap(([seen, count]) => times(count, () => seen));
        const fired = run(frames);
        let last: SheetSignature | null | undefined = null;
        fired.forEach((fires, i) => {
          if (!fires) return;
          // Never the sheet that was taken just before.
          expect(frames[i].signature).not.toBe(last);
          last = frames[i].signature;
        });
      }),
    );
  });
});
