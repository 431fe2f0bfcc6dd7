import { GLANCE_EVERY, LOOK_AT_REST, NEW_PACE, stepPace } from './pace';
import { takeGlance } from './takeGlance';

export interface Watch {
  readonly isOver: () => boolean;
  /** looks at the frame that is shown now; the next waits until this is done with */
  readonly look: (frame: ImageBitmap) => Promise<void>;
  readonly onRest: (rests: boolean) => void;
}

/** Looks at one frame after the other, each as soon as the last is done with; seldom while nothing moves. */
export async function watchVideo(video: HTMLVideoElement, { isOver, look, onRest }: Watch): Promise<void> {
  let pace = NEW_PACE;
  let [glancedAt, lookedAt] = [-Infinity, -Infinity];
  while (!isOver()) {
    if (pace.rests) await new Promise((resolve) => setTimeout(resolve, GLANCE_EVERY));
    await nextFrame(video);
    if (isOver()) return;
    if (video.readyState < HAS_FRAME) continue;
    const now = performance.now();
    if (now - glancedAt >= GLANCE_EVERY) {
      const glance = takeGlance(video);
      const next = glance ? stepPace(pace, glance, now) : pace;
      if (next.rests !== pace.rests) onRest(next.rests);
      [pace, glancedAt] = [next, now];
    }
    if (pace.rests && now - lookedAt < LOOK_AT_REST) continue;
    lookedAt = now;
    // A camera that is just changing its size has no frame for a moment.
    const frame = await createImageBitmap(video).catch(() => null);
    if (frame) await look(frame);
  }
}

/** HTMLMediaElement.HAVE_CURRENT_DATA */
const HAS_FRAME = 2;

function nextFrame(video: HTMLVideoElement): Promise<unknown> {
  return 'requestVideoFrameCallback' in video
    ? new Promise((resolve) => video.requestVideoFrameCallback(resolve))
    : new Promise((resolve) => requestAnimationFrame(resolve));
}
