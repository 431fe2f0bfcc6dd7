import { z } from 'zod';
import {
  idSchema,
  openPacketSchema,
  packetNameSchema,
  packetSchema,
  pageSchema,
  paperSchema,
} from './packet';
import { lookSchema, recipeSchema } from './recipe';

/** What the client may ask and what the server answers, one pair a route. */

export const arrangeAnswer = z.object({ packets: z.array(openPacketSchema) });

export const packetsAnswer = z.object({ packets: z.array(packetSchema) });

export const newPacketRequest = z.object({ name: packetNameSchema.optional() });

export const changePacketRequest = z
  .object({ name: packetNameSchema, paper: paperSchema, look: lookSchema })
  .partial()
  .refine((change) => Object.keys(change).length > 0, 'Nothing to change was named.');
export type ChangePacket = z.infer<typeof changePacketRequest>;

/** A packet with exactly these pages, in this order. */
const packetPages = z.object({ packetId: idSchema, pageIds: z.array(idSchema).max(200) });

/**
 * Which pages lie in which packets, for one or several packets at once: what reorders, deletes, brings back, moves,
 * splits and joins. Pages that lay in these packets, were known, and are named no more are deleted (and can be named
 * again). Pages that came in meanwhile, unknown to whoever asks, stay, behind the others.
 */
export const arrangeRequest = z.object({
  packets: z.array(packetPages).min(1).max(20),
  known: z.array(idSchema).max(2000),
});
export type Arrange = z.infer<typeof arrangeRequest>;

/** A second page of the same photo: a copy, or the other half of a double page. */
export const copyPageRequest = z.object({
  /** where it goes; the page's own packet when left out */
  packetId: idSchema.optional(),
  recipe: recipeSchema.optional(),
});
export type CopyPage = z.infer<typeof copyPageRequest>;

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
  /** the page before which this one goes; at the end when left out */
  before: idSchema.optional(),
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
