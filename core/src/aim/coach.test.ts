import { hintOf, NEW_COACH, stepCoach, type CoachFrame, type CoachState, type Hint } from './coach';
import type { SheetFacts } from './frameFacts';

const GOOD: SheetFacts = {
  light: 190,
  glare: 0,
  shadow: 0,
  tilt: 0.1,
  dpi: 260,
  isWhole: true,
  contrast: 60,
  sharpness: 0.6,
  signature: new Float32Array(4),
};
const frame = (change: Partial<CoachFrame>, sheet: Partial<SheetFacts> | null = {}): CoachFrame => ({
  time: 0,
  frameLight: 110,
  isMoving: false,
  sheet: sheet && { ...GOOD, ...sheet },
  ...change,
});

describe('hintOf', () => {
  it('has nothing to say of a good view', () => expect(hintOf(frame({}))).toBeNull());

  it.each<[Hint, CoachFrame]>([
    ['no-sheet', frame({}, null)],
    ['too-dark', frame({ frameLight: 20 }, null)],
    ['too-dark', frame({}, { light: 50 })],
    ['not-whole', frame({}, { isWhole: false })],
    ['moving', frame({ isMoving: true })],
    ['too-far', frame({}, { dpi: 120 })],
    ['tilted', frame({}, { tilt: 0.7 })],
    ['glare', frame({}, { glare: 0.1 })],
    ['shadow', frame({}, { shadow: 0.3 })],
    ['pale-ground', frame({}, { contrast: 4 })],
  ])('says %s', (hint, view) => expect(hintOf(view)).toBe(hint));

  it('names what is worst first', () => {
    expect(hintOf(frame({ isMoving: true }, { isWhole: false, glare: 0.4, light: 40 }))).toBe('not-whole');
  });
});

describe('stepCoach', () => {
  const play = (views: readonly (readonly [number, CoachFrame])[]) => {
    let state: CoachState = NEW_COACH;
    return views.map(([time, view]) => (state = stepCoach(state, { ...view, time })).shown);
  };

  it('does not flicker: a cause must last, and what is said stays for a moment', () => {
    const dark = frame({}, { light: 50 });
    const good = frame({});
    expect(
      play([
        [0, good],
        [100, dark],
        [200, good],
        [300, dark],
        [900, dark],
        [1000, good],
        [1400, good],
        [1500, good],
      ]),
    ).toEqual([null, null, null, null, 'too-dark', 'too-dark', 'too-dark', null]);
  });

  it('gives time to bring a sheet into view', () => {
    const nothing = frame({}, null);
    expect(
      play([
        [0, nothing],
        [1500, nothing],
        [1700, nothing],
      ]),
    ).toEqual([null, null, 'no-sheet']);
  });
});
