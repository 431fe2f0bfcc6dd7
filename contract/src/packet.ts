import { z } from 'zod';
import { recipeSchema } from './recipe';

export const idSchema = z.uuid();
const time = z.iso.datetime();

/** An untouched image as it came in. */
export const photoSchema = z.object({
  id: idSchema,
  /** pixels after the EXIF turn */
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  bytes: z.number().int().positive(),
  mime: z.enum(['image/jpeg', 'image/png', 'image/webp']),
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

export const paperSchema = z.enum(['a4', 'letter', 'fit']);
export type Paper = z.infer<typeof paperSchema>;

export const MOST_NAME_LENGTH = 120;
export const packetNameSchema = z
  .string()
  .trim()
  .min(1, 'A name needs at least one letter.')
  .max(MOST_NAME_LENGTH, `A name can have ${MOST_NAME_LENGTH} letters at most.`);

export const packetSchema = z.object({
  id: idSchema,
  name: z.string(),
  paper: paperSchema,
  pageCount: z.number().int().nonnegative(),
  firstPage: pageSchema.nullable(),
  createdAt: time,
  changedAt: time,
});
export type Packet = z.infer<typeof packetSchema>;

/** A packet with all its pages in order. */
export const openPacketSchema = packetSchema.extend({ pages: z.array(pageSchema) });
export type OpenPacket = z.infer<typeof openPacketSchema>;
