import { z } from 'zod';
import {
  idSchema,
  openPacketSchema,
  packetNameSchema,
  packetSchema,
  pageSchema,
  sha256Schema,
  shelfPacketSchema,
} from './packet';
import { packetPatchSchema, recipePatchSchema } from './patch';
import { recipeOutlineSchema, recipeSchema, waySchema } from './recipe';
import { turnSchema } from './turn';

/** Photos above these are refused, with a plain sentence. */
export const MOST_PHOTO_BYTES = 60 * 1024 * 1024;
export const MOST_PHOTO_PIXELS = 64_000_000;
export const LEAST_PHOTO_SIDE = 48;
export const MOST_PHOTO_SIDE = 20_000;
/** A photo longer than so many times its width is a strip, not a sheet. */
export const MOST_PHOTO_RATIO = 20;
/** Pages in one packet. */
export const MOST_PAGES = 60;
/** Packets that one request may name. */
const MOST_ARRANGED = 20;
/** Pages that one request may change. */
export const MOST_EDITED = 4 * MOST_PAGES;
/** The largest JSON body that the server reads, bytes: the largest recipe that there can be, changed as a whole. */
export const MOST_JSON_BYTES = 16 * 1024 * 1024;

/** Further pages that one photo may show. */
const MOST_FURTHER = 3;

/** What the client may ask and what the server answers, one pair a route. */

export const arrangedSchema = z.object({ packets: z.array(openPacketSchema) });
export type Arranged = z.infer<typeof arrangedSchema>;

export const shelfSchema = z.object({
  packets: z.array(shelfPacketSchema),
  /** packets that are kept but cannot be shown: their rows make no sense */
  unreadable: z.number().int().nonnegative(),
});
export type Shelf = z.infer<typeof shelfSchema>;

export const newPacketSchema = z.object({
  name: packetNameSchema.optional(),
  /** of a packet that was begun while the server was away: asked for twice, it is made once */
  id: idSchema.optional(),
});
export type NewPacket = z.infer<typeof newPacketSchema>;

/**
 * What a person has changed in packets and pages, all or nothing. Every change names the fields and what they were: the
 * server merges what nobody else has touched, and takes a change that is there already for done, so that a request may
 * be sent again when its answer was lost.
 */
export const editsSchema = z.object({
  packets: z.array(z.object({ packetId: idSchema, patch: packetPatchSchema })).max(MOST_ARRANGED),
  pages: z.array(z.object({ pageId: idSchema, patch: recipePatchSchema })).max(MOST_EDITED),
});
export type Edits = z.infer<typeof editsSchema>;

export const editedSchema = z.object({ packets: z.array(packetSchema), pages: z.array(pageSchema) });
export type Edited = z.infer<typeof editedSchema>;

/** What Ravlo has found in a page's photo by itself: taken only where nobody has said anything yet. */
export const foundSchema = z.object({
  outline: recipeOutlineSchema,
  turn: turnSchema,
  /** as in a recipe */
  way: waySchema.optional(),
  /** the outlines of further pages that the photo shows, in the order in which they are read */
  further: z.array(recipeOutlineSchema).max(MOST_FURTHER).optional(),
});
export type Found = z.infer<typeof foundSchema>;

/** A packet with exactly these pages, in this order; more than fit are read, so that it can be said that they do not. */
const packetPages = z.object({ packetId: idSchema, pageIds: z.array(idSchema).max(MOST_PAGES * 2) });

/**
 * Which pages lie in which packets, for one or several packets at once: what reorders, deletes, brings back, moves,
 * splits and joins. Pages that lay in these packets, were known, and are named no more are deleted (and can be named
 * again). Pages that came in meanwhile, unknown to whoever asks, stay, behind the others.
 */
export const arrangeSchema = z.object({
  packets: z.array(packetPages).min(1).max(MOST_ARRANGED),
  known: z.array(idSchema).max(MOST_ARRANGED * MOST_PAGES),
});
export type Arrange = z.infer<typeof arrangeSchema>;

/** A second page of the same photo: a copy, or the other half of a double page. */
export const copyPageSchema = z.object({
  /** where it goes @default the page's own packet */
  packetId: idSchema.optional(),
  recipe: recipeSchema.optional(),
});
export type CopyPage = z.infer<typeof copyPageSchema>;

const clientKeySchema = z.string().min(8).max(64);

/** What is told of a photo when its bytes begin to come in (the metadata of a tus upload to /api/uploads). */
export const uploadFactsSchema = z.object({
  packetId: idSchema,
  /** made by the client: sending the same photo again after a lost answer adds no second page */
  clientKey: clientKeySchema,
  /** the file's name on the device it came from */
  name: z.string().max(1000),
  /** of all its bytes, lower-case hex: what arrives otherwise is not taken */
  sha256: sha256Schema,
  /** the id that its page gets: a device that shows the page before it has arrived has given it one */
  pageId: idSchema.optional(),
  /** the page whose place this one takes; that page goes */
  replaces: idSchema.optional(),
  /** the page before which this one goes @default at the end */
  before: idSchema.optional(),
  /**
   * Photos that were chosen together, and this one's place among them, from 0 on: they stand in that order also when
   * one of them is held up on the way and comes in after the others.
   */
  batch: clientKeySchema.optional(),
  index: z.coerce.number().int().nonnegative().optional(),
});
export type UploadFacts = z.infer<typeof uploadFactsSchema>;

/** Asks what has become of a photo whose last answer was lost. */
export const arrivalSchema = z.object({ packetId: idSchema, clientKey: clientKeySchema });
export type Arrival = z.infer<typeof arrivalSchema>;

export const healthSchema = z.object({ ok: z.literal(true) });
