import { fakeTrack, PHONE_CAMERA } from '../../../../test/fakeTrack';
import { abilitiesOf, NO_ABILITIES } from './abilities';

const abilitiesWith = (capabilities: object) => abilitiesOf(fakeTrack(capabilities).track);

describe('abilitiesOf', () => {
  it('reads what a phone’s camera can, and no more zoom than is of use', () => {
    expect(abilitiesWith(PHONE_CAMERA)).toEqual({
      hasTorch: true,
      zoom: { min: 1, max: 4, step: 0.1 },
      exposure: { min: -2, max: 2, step: 1 / 6 },
      canFocusAt: true,
      canExposeFor: true,
    });
  });

  it('finds nothing in a plain camera, in one that says nothing, and in nonsense', () => {
    expect(abilitiesWith({})).toEqual(NO_ABILITIES);
    const silent = { ...fakeTrack({}).track, getCapabilities: undefined } as unknown as MediaStreamTrack;
    expect(abilitiesOf(silent)).toEqual(NO_ABILITIES);
    const nonsense = { torch: 'yes', zoom: 3, focusMode: 'single-shot', exposureCompensation: { min: 1 } };
    expect(abilitiesWith({ ...nonsense, pointsOfInterest: null })).toEqual(NO_ABILITIES);
  });

  it('knows a lamp that is told as a list, as newer browsers do', () => {
    expect(abilitiesWith({ torch: [false, true] }).hasTorch).toBe(true);
    expect(abilitiesWith({ torch: [false] }).hasTorch).toBe(false);
  });

  it('takes a zoom that cannot move for none, and gives one without steps some', () => {
    expect(abilitiesWith({ zoom: { min: 1, max: 1, step: 0.1 } }).zoom).toBeNull();
    expect(abilitiesWith({ zoom: { min: 1, max: 3, step: 0 } }).zoom?.step).toBeCloseTo(0.1);
  });
});
