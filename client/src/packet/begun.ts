import { FRESH_FACTS, idSchema, type Packet } from '@ravlo/contract';
import { z } from 'zod';
import { api } from './api';
import { keep, kept } from './kept';
import type { AppThunk } from './store';
import { toTrouble, type Trouble } from './trouble';
import { own } from './whose';
import { once } from './windowParts';

/**
 * Packets that were begun while the server was away. Each has its id from here; it is made on the server under that id before
 * anything of it goes up, and only then is it off this list.
 */
const begunSchema = z.array(idSchema);
const NAME = 'ravlo-begun';

/** As all windows of this browser know it. */
function readBegun(): readonly string[] {
  return kept(own(NAME), begunSchema) ?? [];
}

/** @returns whether it will be known after this window is closed */
const writeBegun = (ids: readonly string[]): boolean => keep(own(NAME), ids);

/** A new packet, on the server where it can be reached, else on this device. */
export function beginPacket(): AppThunk<Promise<{ id: string } | { trouble: Trouble }>> {
  return async (dispatch) => {
    // Where a page is not secure there is no such id, and nothing that opens it without the server either.
    const id = globalThis.crypto.randomUUID?.();
    const { data, error } = await dispatch(api.endpoints.createPacket.initiate({ id }, { track: false }));
    if (data) return { id: data.id };
    const trouble = toTrouble(error);
    if (trouble.kind !== 'offline' || !id || !writeBegun([...readBegun(), id])) return { trouble };
    const now = new Date().toISOString();
    const packet: Packet = { ...FRESH_FACTS, id, pageCount: 0, createdAt: now, changedAt: now };
    await dispatch(api.util.upsertQueryData('packet', id, { ...packet, pages: [], unreadable: 0 }));
    dispatch(
      api.util.updateQueryData('shelf', undefined, (shelf) => {
        shelf.packets.unshift({ ...packet, cover: null });
      }),
    );
    return { id };
  };
}

/** Sees to it that a packet is on the server. @returns what stands in the way; null where nothing does */
export function ensureBegun(packetId: string): AppThunk<Promise<Trouble | null>> {
  return async (dispatch, _getState, parts) => {
    if (!readBegun().includes(packetId)) return null;
    return once(parts, `begin ${packetId}`, async () => {
      const asked = api.endpoints.createPacket.initiate({ id: packetId }, { track: false });
      const { error } = await dispatch(asked);
      if (error) return toTrouble(error);
      writeBegun(readBegun().filter((id) => id !== packetId));
      return null;
    });
  };
}

/** Makes all of them on the server, now that it answers. */
export function sendBegun(): AppThunk<Promise<void>> {
  return async (dispatch) => {
    for (const id of readBegun()) if (await dispatch(ensureBegun(id))) return;
  };
}
