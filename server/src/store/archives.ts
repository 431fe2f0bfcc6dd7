import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { ArchiveError, readArchive, writeArchive } from '@ravlo/archive';
import { ARCHIVE_VERSION, type Archive, type OpenPacket, type Page } from '@ravlo/contract';
import { ProblemError } from '../problems';
import { inspectPhoto } from './inspectPhoto';
import type { PersonStore } from './personStore';
import type { PhotoFiles } from './photoFiles';
import type { KeptPhoto } from './photos';

/** One person's packets as archives, out and in. */
export interface Archives {
  /**
   * A packet with its untouched photos as one zip, made while it is read.
   *
   * @throws ProblemError not-found
   */
  pack(packetId: string): Promise<{ readonly name: string; readonly zip: Readable }>;
  /**
   * Makes a packet of an archive: all of it, or nothing.
   *
   * @throws ProblemError archive-…, or a photo's own
   */
  unpack(file: string): Promise<OpenPacket>;
}

export function createArchives({ packets }: PersonStore, files: PhotoFiles): Archives {
  /** Keeps one photo after the other, each safe on the disk before the work that names them all. */
  function keepingAll<T>(photos: readonly KeptFile[], work: () => Promise<T>): Promise<T> {
    const [first, ...others] = photos;
    return first ? files.keeping(first.file, first.sha256, () => keepingAll(others, work)) : work();
  }

  async function unpackInto(file: string, folder: string): Promise<OpenPacket> {
    const { archive, photoFile } = await readArchive(file, folder).catch((error: unknown) => {
      throw error instanceof ArchiveError ? new ProblemError(error.trouble, error.message) : error;
    });
    const photos = new Map<string, KeptPhoto>();
    const kept: KeptFile[] = [];
    for (const { sha256 } of archive.photos) {
      const place = photoFile(sha256);
      // By its bytes: what the archive says of it is not believed.
      photos.set(sha256, { ...(await inspectPhoto(place, 'A photo of this archive')), sha256 });
      kept.push({ file: place, sha256 });
    }
    return keepingAll(kept, () => packets.bringIn(archive, photos));
  }

  return {
    async pack(packetId) {
      const packet = await packets.open(packetId);
      return { name: packet.name, zip: writeArchive(archiveOf(packet), files.pathOf) };
    },
    async unpack(file) {
      const folder = path.join(files.incoming, randomUUID());
      await mkdir(folder);
      try {
        return await unpackInto(file, folder);
      } finally {
        await rm(folder, { recursive: true, force: true });
      }
    },
  };
}

interface KeptFile {
  readonly file: string;
  readonly sha256: string;
}

function archiveOf({ pages, ...packet }: OpenPacket): Archive {
  const { name, paper, look, margin, isUpright, mostBytes, isSigned, createdAt } = packet;
  const photos = new Map(pages.map(({ photo: { id: _id, ...photo } }) => [photo.sha256, photo]));
  return {
    kind: 'ravlo-archive',
    version: ARCHIVE_VERSION,
    packet: { name, paper, look, margin, isUpright, mostBytes, isSigned, createdAt },
    photos: [...photos.values()],
    pages: pages.map(({ photo, photoName, takenAt, recipe }: Page) => ({
      photo: photo.sha256,
      photoName,
      takenAt,
      recipe,
    })),
  };
}
