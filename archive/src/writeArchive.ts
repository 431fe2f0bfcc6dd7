import type { Readable } from 'node:stream';
import { ARCHIVE_FILE, archivePlace, archiveSchema, type Archive } from '@ravlo/contract';
import { ZipFile } from 'yazl';

/** Plain files that anybody may read. */
const MODE = 0o100644;

/**
 * Writes an archive: the same packet gives the same bytes.
 *
 * @param photoFile where a photo's untouched bytes are, by their SHA-256
 * @returns the zip, made while it is read; fails in the middle where a photo cannot be read
 */
export function writeArchive(archive: Archive, photoFile: (sha256: string) => string): Readable {
  const zip = new ZipFile();
  const facts = { mtime: new Date(archive.packet.createdAt), mode: MODE };
  const words = `${JSON.stringify(archiveSchema.parse(archive), null, 1)}\n`;
  zip.addBuffer(Buffer.from(words), ARCHIVE_FILE, facts);
  for (const photo of archive.photos) {
    // Photos do not get smaller.
    zip.addFile(photoFile(photo.sha256), archivePlace(photo), { ...facts, compress: false });
  }
  zip.end();
  const stream = zip.outputStream as Readable;
  zip.on('error', (error) => stream.destroy(error as Error));
  return stream;
}
