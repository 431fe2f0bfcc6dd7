import type { CameraTrouble } from '../source';
import { betterLens, lensesAmong, rememberedLens, type Lens } from './lenses';
import { hasStills } from './stillPhotos';

/** A camera that is open, and the ones that could be open in its place. */
export interface OpenCamera {
  readonly stream: MediaStream;
  readonly track: MediaStreamTrack;
  readonly lenses: readonly Lens[];
}

/** Where photos are stills, the moving picture need only be good enough to aim with. */
const TO_AIM = { width: { ideal: 1920 }, height: { ideal: 1440 } } as const;
/** Where photos are frames, they are as large as the sensor has them: in its own shape, for that is cut least. */
const TO_KEEP = { width: { ideal: 4096 }, height: { ideal: 3072 } } as const;

/** A camera that has not changed its picture's size by then has no larger one, ms. */
const FOLLOWS = 1500;

/** True where a browser lets a page look through the camera at all. */
export function canUseCamera(): boolean {
  return typeof navigator !== 'undefined' && Boolean(navigator.mediaDevices?.getUserMedia);
}

/**
 * Opens the camera that the person chose before, else the main one on the back.
 *
 * @param stillsFail it has been seen that this device's stills do not come
 * @throws DOMException as the browser says why not, see `troubleOf`
 */
export async function openCamera(stillsFail: boolean): Promise<OpenCamera> {
  const size = hasStills() && !stillsFail ? TO_AIM : TO_KEEP;
  const open = (which: MediaTrackConstraints) =>
    navigator.mediaDevices.getUserMedia({ video: { ...which, ...size }, audio: false });
  const first = await open({ facingMode: { ideal: 'environment' } });
  // Only now do the devices have names.
  const lenses = lensesAmong(await navigator.mediaDevices.enumerateDevices().catch(() => []));
  const better = betterLens(lenses, trackOf(first).getSettings?.().deviceId, rememberedLens());
  if (!better) return { stream: first, track: trackOf(first), lenses };
  // Phones open one camera at a time.
  close(first);
  const stream = await open({ deviceId: { exact: better.deviceId } }).catch(() =>
    open({ facingMode: { ideal: 'environment' } }),
  );
  return { stream, track: trackOf(stream), lenses };
}

/** Brings an open camera's moving picture to the size of photos, for there are no stills after all. */
export async function enlarge(video: HTMLVideoElement): Promise<void> {
  const [track] = (video.srcObject as MediaStream).getVideoTracks();
  const isLarger = new Promise((resolve) => video.addEventListener('resize', resolve, { once: true }));
  const isLate = new Promise((resolve) => setTimeout(resolve, FOLLOWS));
  // A camera that will not: its frame is what there is.
  await track.applyConstraints(TO_KEEP).catch(() => undefined);
  await Promise.race([isLarger, isLate]);
}

export function close(stream: MediaStream): void {
  stream.getTracks().forEach((one) => one.stop());
}

const trackOf = (stream: MediaStream): MediaStreamTrack => stream.getVideoTracks()[0];

/** Which trouble it is that a camera could not be opened. */
export function troubleOf(reason: unknown): CameraTrouble {
  switch (reason instanceof Error ? reason.name : '') {
    case 'NotAllowedError':
    case 'SecurityError':
      return 'refused';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'none';
    default:
      return 'busy';
  }
}
