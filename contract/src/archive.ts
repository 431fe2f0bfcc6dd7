import { z } from 'zod';
import { packetFactsSchema, packetNameSchema, pageSchema, photoSchema, sha256Schema } from './packet';
import { MOST_PAGES, MOST_PHOTO_BYTES } from './requests';

/** The description inside a Ravlo archive; docs/archive.md says what a reader of it may count on. */
export const ARCHIVE_FILE = 'ravlo-archive.json';
/** Grows when a reader of the version before would make other pages of it, or none. */
export const ARCHIVE_VERSION = 1;
/** All photos of the fullest packet, and what is said of them. */
export const MOST_ARCHIVE_BYTES = MOST_PAGES * MOST_PHOTO_BYTES + 32 * 1024 * 1024;

const PHOTO_ENDINGS = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' } as const;

/** Untouched bytes that lie in the archive. */
const archivePhotoSchema = photoSchema.omit({ id: true });
export type ArchivePhoto = z.infer<typeof archivePhotoSchema>;

const archivePageSchema = pageSchema
  .pick({ photoName: true, takenAt: true, recipe: true })
  .extend({ photo: sha256Schema });

/** What is read first, of any version. */
export const archiveHeadSchema = z.object({
  kind: z.literal('ravlo-archive'),
  version: z.number().int().positive(),
});

export const archiveSchema = archiveHeadSchema.extend({
  version: z.literal(ARCHIVE_VERSION),
  packet: packetFactsSchema
    .omit({ briefId: true })
    .extend({ name: packetNameSchema, createdAt: z.iso.datetime() }),
  photos: z.array(archivePhotoSchema).max(MOST_PAGES),
  /** in their order */
  pages: z.array(archivePageSchema).max(MOST_PAGES),
});
export type Archive = z.infer<typeof archiveSchema>;

/** Where a photo lies in the archive. */
export const archivePlace = ({ sha256, mime }: Pick<ArchivePhoto, 'sha256' | 'mime'>): string =>
  `photos/${sha256}.${PHOTO_ENDINGS[mime]}`;
