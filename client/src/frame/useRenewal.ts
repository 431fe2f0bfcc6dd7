import { useEffect, useState } from 'react';
import { Workbox } from 'workbox-window';

/** A running page looks for a newer version this often, ms. */
const LOOK_EVERY = 30 * 60_000;

export interface Renewal {
  /** a newer version lies ready */
  readonly isReady: boolean;
  /** opens it; nothing may be unsaved */
  readonly takeOver: () => void;
}

/**
 * Puts the app into the browser, so that it opens without the server, and tells of a newer version that lies ready there. Where
 * a page is not secure there is nothing of it.
 */
export function useRenewal(): Renewal {
  const [isReady, setReady] = useState(false);
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return undefined;
    const worker = new Workbox('/sw.js');
    worker.addEventListener('waiting', () => setReady(true));
    // Another window has let it take over: this one's workers are not to be had any more.
    worker.addEventListener('controlling', ({ isExternal }) => isExternal && setReady(true));
    // Without it the app works as long as the server can be reached.
    worker.register().catch(() => undefined);
    const timer = setInterval(() => void worker.update().catch(() => undefined), LOOK_EVERY);
    return () => clearInterval(timer);
  }, []);

  return { isReady, takeOver: () => void takeOver() };
}

/** Looks for what is newest, lets it take over from the worker that runs, and opens the page anew. */
async function takeOver(): Promise<void> {
  const registration = await navigator.serviceWorker?.getRegistration();
  await registration?.update().catch(() => undefined);
  const next = registration?.waiting ?? registration?.installing;
  if (!next) return window.location.reload();
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload());
  const go = () => {
    if (next.state === 'installed') next.postMessage({ type: 'SKIP_WAITING' });
  };
  next.addEventListener('statechange', go);
  go();
}
