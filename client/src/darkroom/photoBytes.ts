/** The bytes of photos that came in through this window: nobody has to fetch them from the server. */
export interface PhotoBytes {
  hold(sha256: string, blob: Blob): void;
  of(sha256: string): Blob | undefined;
  drop(sha256: string): void;
}

/** So many are held, the newest: a browser puts on the disk what it has no memory for. */
const MOST_HELD = 24;

export function createPhotoBytes(): PhotoBytes {
  const held = new Map<string, Blob>();
  return {
    hold(sha256, blob) {
      held.delete(sha256);
      held.set(sha256, blob);
      const [oldest] = held.keys();
      if (held.size > MOST_HELD) held.delete(oldest);
    },
    of: (sha256) => held.get(sha256),
    drop: (sha256) => void held.delete(sha256),
  };
}
