import { z } from 'zod';
import { lookSchema, recipeSchema } from './recipe';

export const idSchema = z.uuid();
const time = z.iso.datetime();
/** lower-case hex */
export const sha256Schema = z.string().regex(/^[0-9a-f]{64}$/, 'The SHA-256 must be 64 hex digits.');

/** An untouched image as it came in. */
export const photoSchema = z.object({
  id: idSchema,
  /** pixels after the EXIF turn */
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  bytes: z.number().int().positive(),
  mime: z.enum(['image/jpeg', 'image/png', 'image/webp']),
  /** of the untouched bytes: what the sender holds against its own before it lets go of them */
  sha256: sha256Schema,
});
export type Photo = z.infer<typeof photoSchema>;

export const pageSchema = z.object({
  id: idSchema,
  packetId: idSchema,
  photo: photoSchema,
  /** the file's name on the device it came from */
  photoName: z.string(),
  /** when the photo was taken, where it says so, or else came in */
  takenAt: time,
  recipe: recipeSchema,
  /** grows with every edit; an edit names the version that it was made on */
  version: z.number().int().positive(),
});
export type Page = z.infer<typeof pageSchema>;

/** Two sizes of paper; the sheet's proportion, as large as A4; the sheet's own size. */
export const paperSchema = z.enum(['a4', 'letter', 'fit', 'sheet']);
export type Paper = z.infer<typeof paperSchema>;

/** White around the page: none, a little, or room at its right for the teacher's pen. */
export const marginSchema = z.enum(['none', 'small', 'marking']);
export type Margin = z.infer<typeof marginSchema>;

/** The most that a file may be asked to stay within, bytes. */
export const MOST_SIZE_LIMIT = 1e9;
export const sizeLimitSchema = z.number().int().positive().max(MOST_SIZE_LIMIT);

/** The name of a packet that nobody has named. */
export const UNNAMED = 'Not named yet';
export const MOST_NAME_LENGTH = 120;
export const packetNameSchema = z
  .string()
  .trim()
  .min(1, 'A name needs at least one letter.')
  .max(MOST_NAME_LENGTH, `A name can have ${MOST_NAME_LENGTH} letters at most.`);

/** What a person can change about a packet, apart from its pages; its name is held against `packetNameSchema` on its way in. */
export const packetFactsSchema = z.object({
  name: z.string(),
  paper: paperSchema,
  /** the look that new pages get; null where nobody has chosen one */
  look: lookSchema.nullable(),
  margin: marginSchema,
  /** landscape pages lie on portrait paper too, so that no sheet has to be turned */
  isUpright: z.boolean(),
  /** bytes that the file must stay within; null where nobody has asked for a limit */
  mostBytes: sizeLimitSchema.nullable(),
  /** whose work it is stands in the file as its author */
  isSigned: z.boolean(),
  /** the brief that it is for; null where it is tied to none */
  briefId: idSchema.nullable(),
});
export type PacketFacts = z.infer<typeof packetFactsSchema>;

/** The facts of a new packet. */
export const FRESH_FACTS: PacketFacts = {
  name: UNNAMED,
  paper: 'a4',
  look: null,
  margin: 'none',
  isUpright: false,
  mostBytes: null,
  isSigned: false,
  briefId: null,
};

/** A packet without its pages. */
export const packetSchema = packetFactsSchema.extend({
  id: idSchema,
  pageCount: z.number().int().nonnegative(),
  createdAt: time,
  changedAt: time,
});
export type Packet = z.infer<typeof packetSchema>;

/** A packet as the shelf lists it: the page that is shown is asked for when its row comes into view. */
export const shelfPacketSchema = packetSchema.extend({
  cover: z.object({ pageId: idSchema, version: z.number().int().positive() }).nullable(),
});
export type ShelfPacket = z.infer<typeof shelfPacketSchema>;

/** A packet with all its pages in order. */
export const openPacketSchema = packetSchema.extend({
  pages: z.array(pageSchema),
  /** pages that are kept but cannot be shown: their rows make no sense */
  unreadable: z.number().int().nonnegative(),
});
export type OpenPacket = z.infer<typeof openPacketSchema>;

/** Days that what was deleted is kept, before it is really gone. */
export const DAYS_KEPT = 30;

const goneSoon = { deletedAt: time, goneAt: time };

/** What was deleted and can be brought back: whole packets, and pages of packets that are still there. */
export const deletedSchema = z.object({
  packets: z.array(
    z.object({ id: idSchema, name: z.string(), pageCount: z.number().int().nonnegative(), ...goneSoon }),
  ),
  pages: z.array(z.object({ page: pageSchema, packetName: z.string(), ...goneSoon })),
});
export type Deleted = z.infer<typeof deletedSchema>;
