import { EventEmitter } from 'node:events';
import type { Change } from '@ravlo/contract';

/** Tells whoever listens that a packet, or work on the desk, is not as it was; said only when the change is safely in the database. */
export interface Changes {
  tell(change: Change): void;
  /** @returns a function that ends the listening */
  listen(listener: (change: Change) => void): () => void;
}

export function createChanges(): Changes {
  const emitter = new EventEmitter().setMaxListeners(0);
  return {
    tell: (change) => void emitter.emit('change', change),
    listen(listener) {
      emitter.on('change', listener);
      return () => void emitter.off('change', listener);
    },
  };
}
