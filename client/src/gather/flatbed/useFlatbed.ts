import { useCallback, useEffect, useRef, useState } from 'react';

/** What the flatbed is doing; null while it rests. */
export interface FlatbedRun {
  /** 1 and up */
  readonly page: number;
  readonly pages: number;
  /** of the page being read, 0 to 1 */
  readonly progress: number;
}

export interface Flatbed {
  readonly run: FlatbedRun | null;
  readonly hasFailed: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

const SCANS = ['scan-1.jpg', 'scan-2.jpg', 'scan-3.jpg'] as const;
/** How long the carriage takes for a page, ms, and in how many steps that is shown. */
const PAGE_MS = 1500;
const STEPS = 15;

/** A stand-in for a flatbed scanner with a feeder: made-up pages, one after the other, each after a short wait. */
export function useFlatbed(onPage: (page: File) => void): Flatbed {
  const [run, setRun] = useState<FlatbedRun | null>(null);
  const [hasFailed, setFailed] = useState(false);
  const going = useRef<AbortController | null>(null);
  useEffect(() => () => going.current?.abort(), []);

  const start = useCallback(() => {
    if (going.current) return;
    const canceller = new AbortController();
    going.current = canceller;
    setFailed(false);
    scanAll(canceller.signal, setRun, onPage)
      .catch(() => {
        if (!canceller.signal.aborted) setFailed(true);
      })
      .finally(() => {
        if (going.current === canceller) going.current = null;
        if (!canceller.signal.aborted) setRun(null);
      });
  }, [onPage]);
  const stop = useCallback(() => {
    going.current?.abort();
    going.current = null;
    setRun(null);
  }, []);

  return { run, hasFailed, start, stop };
}

async function scanAll(
  signal: AbortSignal,
  tell: (run: FlatbedRun) => void,
  onPage: (page: File) => void,
): Promise<void> {
  for (const [i, name] of SCANS.entries()) {
    const page = i + 1;
    const loaded = fetch(`/flatbed/${name}`, { signal });
    for (let step = 0; step <= STEPS; step++) {
      tell({ page, pages: SCANS.length, progress: step / STEPS });
      await new Promise((resolve) => setTimeout(resolve, PAGE_MS / STEPS));
      signal.throwIfAborted();
    }
    const response = await loaded;
    if (!response.ok) throw new Error(`The scan could not be fetched (${response.status})`);
    onPage(new File([await response.blob()], `flatbed page ${page}.jpg`, { type: 'image/jpeg' }));
  }
}
