import { createPhotoBytes } from './photoBytes';

const blob = (name: string) => new Blob([name]);

describe('bytes in hand', () => {
  it('are the newest twenty-four, and come back into hand when they are held again', () => {
    const bytes = createPhotoBytes();
    for (let i = 0; i < 24; i++) bytes.hold(`${i}`, blob(`${i}`));
    bytes.hold('0', blob('0'));
    bytes.hold('24', blob('24'));
    expect([bytes.of('0'), bytes.of('1'), bytes.of('24')].map(Boolean)).toEqual([true, false, true]);
  });

  it('are let go of when they cannot be read any more', () => {
    const bytes = createPhotoBytes();
    bytes.hold('a', blob('a'));
    bytes.drop('a');
    expect(bytes.of('a')).toBeUndefined();
  });
});
