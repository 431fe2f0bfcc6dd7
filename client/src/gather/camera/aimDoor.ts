import { wrap, type Remote } from 'comlink';
import type { AimTools } from './aim.worker';

/** The worker that looks through the camera, for as long as the camera's screen is open. */
export interface AimDoor {
  readonly tools: Remote<AimTools>;
  close(): void;
}

export function openAimDoor(): AimDoor {
  const worker = new Worker(new URL('./aim.worker', import.meta.url));
  return { tools: wrap<AimTools>(worker), close: () => worker.terminate() };
}
