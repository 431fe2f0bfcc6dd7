import { DESK_EVENT, deskChangeSchema, PACKET_EVENT, packetChangeSchema } from '@ravlo/contract';
import { api } from './api';
import { mailApi } from './mailApi';
import { markerApi } from './markerApi';
import { readJson } from './readJson';
import type { AppStore } from './store';

/**
 * Hears of every change as it happens, whoever makes it: another window, or a phone. Only while this page is
 * in view; what was missed meanwhile is fetched on coming back.
 *
 * @returns a function that ends the listening
 */
export function hearChanges(store: AppStore): () => void {
  let events: EventSource | null = null;

  function refresh(message: MessageEvent<string>): void {
    const change = packetChangeSchema.safeParse(readJson(message.data));
    if (!change.success) return;
    store.dispatch(api.util.invalidateTags(['Shelf', { type: 'Packet', id: change.data.packetId }]));
  }

  function refreshDesk(message: MessageEvent<string>): void {
    const change = deskChangeSchema.safeParse(readJson(message.data));
    if (!change.success) return;
    const { briefId, attemptId } = change.data;
    store.dispatch(
      markerApi.util.invalidateTags([
        ...(['Desk', 'Marker'] as const),
        briefId === null ? 'Work' : { type: 'Work', id: briefId },
        ...(attemptId === undefined ? (['Reading'] as const) : [{ type: 'Reading' as const, id: attemptId }]),
      ]),
    );
    store.dispatch(mailApi.util.invalidateTags(['Mails', 'Folders']));
  }

  function follow(): void {
    if (document.visibilityState === 'hidden') {
      events?.close();
      events = null;
    } else if (!events) {
      events = new EventSource('/api/events');
      events.addEventListener(PACKET_EVENT, refresh);
      events.addEventListener(DESK_EVENT, refreshDesk);
    }
  }

  follow();
  document.addEventListener('visibilitychange', follow);
  return () => {
    document.removeEventListener('visibilitychange', follow);
    events?.close();
  };
}
