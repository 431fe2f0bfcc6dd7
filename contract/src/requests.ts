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

/** The fields that come with a photo's bytes (multipart, the file's field is "photo"). */
export const addPageFields = z.object({
  /** made by the client: sending the same photo again after a lost answer adds no second page */
  clientKey: z.string().min(8).max(64),
});

export const pageAnswer = pageSchema;
export const healthAnswer = z.object({ ok: z.literal(true) });

/** Photos above these are refused, with a plain sentence. */
export const MOST_PHOTO_BYTES = 60 * 1024 * 1024;
export const MOST_PHOTO_PIXELS = 64_000_000;
export const LEAST_PHOTO_SIDE = 48;
/** Pages in one packet. */
export const MOST_PAGES = 60;
