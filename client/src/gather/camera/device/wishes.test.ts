import { fakeTrack, PHONE_CAMERA } from '../../../../test/fakeTrack';
import { wishesOf } from './wishes';

describe('wishesOf', () => {
  it('says all that holds every time, one asking after the other', async () => {
    const camera = fakeTrack(PHONE_CAMERA);
    const ask = wishesOf(camera.track);
    // At once, without waiting: the fake fails where two meet.
    const done = await Promise.all([ask({ torch: true }), ask({ zoom: 2 }), ask({ torch: false })]);
    expect(done).toEqual([true, true, true]);
    expect(camera.asked).toEqual([{ torch: true }, { torch: true, zoom: 2 }, { torch: false, zoom: 2 }]);
  });

  it('lets go of what is no longer wished', async () => {
    const camera = fakeTrack(PHONE_CAMERA);
    const ask = wishesOf(camera.track);
    await ask({ focusMode: 'single-shot', pointsOfInterest: [{ x: 0.2, y: 0.3 }] });
    await ask({ focusMode: undefined });
    expect(camera.asked[1].focusMode).toBeUndefined();
    expect(camera.asked[1].pointsOfInterest).toEqual([{ x: 0.2, y: 0.3 }]);
  });

  it('says so where the camera refuses, and does not ask for that again', async () => {
    const camera = fakeTrack(PHONE_CAMERA);
    const ask = wishesOf(camera.track);
    await ask({ zoom: 1.5 });
    const refusing = fakeTrack(PHONE_CAMERA);
    refusing.refuse();
    expect(await wishesOf(refusing.track)({ torch: true })).toBe(false);
    camera.refuse();
    expect(await ask({ torch: true })).toBe(false);
    expect(camera.asked).toEqual([{ zoom: 1.5 }]);
  });
});
