import { betterLens, lensesAmong, rememberedLens, rememberLens } from './lenses';

const camera = (deviceId: string, label: string) =>
  ({ kind: 'videoinput', deviceId, label, groupId: '' }) as MediaDeviceInfo;
const microphone = { kind: 'audioinput', deviceId: 'm', label: 'Back microphone' } as MediaDeviceInfo;

const IN_WORDS = [
  camera('f', 'Front Camera'),
  camera('u', 'Back Ultra Wide Camera'),
  camera('d', 'Back Dual Wide Camera'),
  camera('b', 'Back Camera'),
  camera('t', 'Back Telephoto Camera'),
];
const IN_NUMBERS = [
  camera('1', 'camera2 1, facing front'),
  camera('2', 'camera2 2, facing back'),
  camera('0', 'camera2 0, facing back'),
];
const names = (devices: readonly MediaDeviceInfo[]) => lensesAmong(devices).map(({ name }) => name);

describe('lensesAmong', () => {
  it('names lenses that are labelled in words, the main one first', () => {
    expect(names(IN_WORDS)).toEqual(['Main', 'Wide', 'Far', 'Front']);
    expect(lensesAmong(IN_WORDS)[0].deviceId).toBe('b');
  });

  it('takes the least number for the main one', () => {
    expect(lensesAmong(IN_NUMBERS).map(({ deviceId, name }) => [deviceId, name])).toEqual([
      ['0', 'Main'],
      ['2', 'Main 2'],
      ['1', 'Front'],
    ]);
  });

  it('shows other labels as they are, and no microphones', () => {
    expect(names([microphone, camera('x', 'Desk camera'), camera('y', '')])).toEqual([
      'Desk camera',
      'Camera',
    ]);
  });

  it('has no lenses that a browser does not yet name by an id', () => {
    expect(lensesAmong([camera('', '')])).toEqual([]);
  });

  it('keeps a lens that takes turns where there is no other', () => {
    expect(names([camera('d', 'Back Dual Camera')])).toEqual(['Main']);
  });
});

describe('betterLens', () => {
  const lenses = lensesAmong(IN_WORDS);

  it('is the main one where the browser has opened another', () => {
    expect(betterLens(lenses, 'u', null)?.deviceId).toBe('b');
    expect(betterLens(lenses, 'b', null)).toBeNull();
  });

  it('is the one that was chosen before, as long as it is there', () => {
    expect(betterLens(lenses, 'b', 't')?.deviceId).toBe('t');
    expect(betterLens(lenses, 't', 't')).toBeNull();
    expect(betterLens(lenses, 'b', 'unplugged')).toBeNull();
  });

  it('leaves the choice to the browser where nothing is known', () => {
    expect(betterLens(lensesAmong([camera('x', 'Desk camera'), camera('y', 'Lid')]), 'y', null)).toBeNull();
    expect(betterLens([], undefined, null)).toBeNull();
  });

  it('is remembered on this device', () => {
    expect(rememberedLens()).toBeNull();
    rememberLens('t');
    expect(rememberedLens()).toBe('t');
    localStorage.clear();
  });
});
