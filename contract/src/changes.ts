import { z } from 'zod';
import { idSchema } from './packet';

/** What GET /api/events tells as a server-sent event named PACKET_EVENT: this packet is not as it was. */
export const packetChangeSchema = z.object({ packetId: idSchema });
export type PacketChange = z.infer<typeof packetChangeSchema>;

export const PACKET_EVENT = 'packet-changed';

/**
 * What is told as DESK_EVENT: of this brief something is not as it was, or of all that a person sees of the desk. With
 * `attemptId` where it is one attempt of which something was said, handed over or taken back.
 */
export const deskChangeSchema = z.object({ briefId: idSchema.nullable(), attemptId: idSchema.optional() });
export type DeskChange = z.infer<typeof deskChangeSchema>;

export const DESK_EVENT = 'desk-changed';

export const changeSchema = z.union([packetChangeSchema, deskChangeSchema]);
export type Change = z.infer<typeof changeSchema>;
