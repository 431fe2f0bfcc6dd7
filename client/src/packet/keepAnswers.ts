import type { AppStore } from './store';

/** What is worth having without the server. */
const KEPT = new Set([
  'shelf',
  'packet',
  'page',
  'desk',
  'brief',
  'household',
  'markerDesk',
  'briefWork',
  'reading',
]);
/** After a change it waits so long for more, ms. */
const PAUSE = 400;

/**
 * Keeps what the window knows in the browser, as it is after every edit and arrangement, not only as it was answered.
 *
 * @returns a function that ends it
 */
export function keepAnswers(store: AppStore): () => void {
  const kept = new Map<string, unknown>();
  let timer: ReturnType<typeof setTimeout> | null = null;

  function keepNow(): void {
    timer = null;
    for (const [key, entry] of Object.entries(store.getState().api.queries)) {
      if (!entry?.endpointName || !KEPT.has(entry.endpointName)) continue;
      if (entry.data === undefined || kept.get(key) === entry.data) continue;
      kept.set(key, entry.data);
      void store.parts.keptAnswers.keep(key, entry.data);
    }
  }

  const end = store.subscribe(() => (timer ??= setTimeout(keepNow, PAUSE)));
  return () => {
    end();
    if (timer) clearTimeout(timer);
  };
}
