import { z } from 'zod';
import { idSchema, packetNameSchema, packetSchema, pageSchema, paperSchema } from './packet';
import { recipeSchema } from './recipe';

/** What the client may ask and what the server answers, one pair a route. */

export const packetsAnswer = z.object({ packets: z.array(packetSchema) });

export const newPacketRequest = z.object({ name: packetNameSchema.optional() });

export const changePacketRequest = z
  .object({ name: packetNameSchema, paper: paperSchema })
  .partial()
  .refine((change) => Object.keys(change).length > 0, 'Nothing to change was named.');
export type ChangePacket = z.infer<typeof changePacketRequest>;

/** The new order; pages that it does not name follow in the order they had. */
export const orderPagesRequest = z.object({ pageIds: z.array(idSchema).max(500) });

export const changePageRequest = z.object({
  /** the version that the edit was made on */
  version: z.number().int().positive(),
  recipe: recipeSchema,
});
export type ChangePage = z.infer<typeof changePageRequest>;

/** What is told of a photo when its bytes begin to come in (the metadata of a tus upload to /api/uploads). */
export const uploadFacts = z.object({
  packetId: idSchema,
  /** made by the client: sending the same photo again after a lost answer adds no second page */
  clientKey: z.string().min(8).max(64),
  /** the file's name on the device it came from */
  name: z.string().max(1000),
  /** of all its bytes, lower-case hex: what arrives otherwise is not taken */
  sha256: z.string().regex(/^[0-9a-f]{64}$/, 'The SHA-256 must be 64 hex digits.'),
  /** the page whose place this one takes; that page goes */
  replaces: idSchema.optional(),
});
export type UploadFacts = z.infer<typeof uploadFacts>;

export const pageAnswer = pageSchema;
export const healthAnswer = z.object({ ok: z.literal(true) });

/** Photos above these are refused, with a plain sentence. */
export const MOST_PHOTO_BYTES = 60 * 1024 * 1024;
export const MOST_PHOTO_PIXELS = 64_000_000;
export const LEAST_PHOTO_SIDE = 48;
/** Pages in one packet. */
export const MOST_PAGES = 60;
