/** A wait that can be cut short: the network is back, or the person asks for another try. */
export interface Pause {
  /** @returns when the time is over, or somebody woke it */
  wait(ms: number): Promise<void>;
  wake(): void;
}

/** A wake while nobody waits is forgotten. */
export function forgettingPause(): Pause {
  const sleepers = new Set<() => void>();
  return {
    wait: (ms) =>
      new Promise((resolve) => {
        const end = () => {
          clearTimeout(timer);
          sleepers.delete(end);
          resolve();
        };
        const timer = setTimeout(end, ms);
        sleepers.add(end);
      }),
    wake: () => sleepers.forEach((end) => end()),
  };
}
