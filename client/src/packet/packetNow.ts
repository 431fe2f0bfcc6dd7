import type { OpenPacket } from '@ravlo/contract';
import { api } from './api';
import { heldAnswer } from './heldAnswer';
import type { AppThunk } from './store';
import { toTrouble, type Trouble } from './trouble';

/** A packet as it is on the server at this moment, or as it is known here where the server is away; or why neither is to be had. */
export function packetNow(
  packetId: string,
): AppThunk<Promise<{ readonly packet: OpenPacket } | { readonly trouble: Trouble }>> {
  return async (dispatch) => {
    const request = api.endpoints.packet.initiate(packetId, { forceRefetch: true });
    const { data: packet, error } = await heldAnswer(dispatch(request));
    return packet ? { packet } : { trouble: toTrouble(error) };
  };
}
