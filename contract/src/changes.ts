import { z } from 'zod';
import { idSchema } from './packet';

/** What GET /api/events tells as a server-sent event named CHANGE_EVENT: this packet is not as it was. */
export const packetChangeSchema = z.object({ packetId: idSchema });
export type PacketChange = z.infer<typeof packetChangeSchema>;

export const CHANGE_EVENT = 'packet-changed';
