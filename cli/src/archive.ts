import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { readFile, rename } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { writeArchive } from '@ravlo/archive';
import { ARCHIVE_VERSION, FRESH_FACTS, type Archive, type ArchivePhoto } from '@ravlo/contract';
import { openPage } from './openPage';
import { openSources } from './openSources';
import type { PacketPage } from './packet';
import { progress, report, since } from './report';

export interface ArchiveOptions {
  readonly output: string;
  readonly name?: string;
}

const MIMES = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' } as const;

/** `archive SOURCE... -o OUT.zip`: a Ravlo archive of untouched photos, with what is found in them as their recipes. */
export async function archive(sources: readonly string[], { output, name }: ArchiveOptions): Promise<void> {
  const start = performance.now();
  const { packets, close } = await openSources(sources);
  try {
    if (packets.length > 1)
      throw new Error('An archive holds one packet: name one folder, one archive, or photos');
    const [packet] = packets;
    const photos = new Map<string, ArchivePhoto>();
    const files = new Map<string, string>();
    const pages: Archive['pages'] = [];
    for (const [i, page] of packet.pages.entries()) {
      progress(`page ${i + 1} of ${packet.pages.length}, ${page.photoName}`);
      const { photo, recipe } = await describe(page);
      photos.set(photo.sha256, photo);
      files.set(photo.sha256, page.file);
      pages.push({ photo: photo.sha256, photoName: page.photoName, takenAt: page.takenAt, recipe });
    }
    const newest = packet.pages
      .map(({ takenAt }) => takenAt)
      .sort()
      .at(-1);
    const facts = { ...FRESH_FACTS, ...packet.facts, name: name ?? packet.name };
    const createdAt = packet.createdAt ?? newest ?? new Date(0).toISOString();
    const whole: Archive = {
      kind: 'ravlo-archive',
      version: ARCHIVE_VERSION,
      packet: { ...facts, createdAt },
      photos: [...photos.values()],
      pages,
    };
    const beside = `${output}.part`;
    await pipeline(
      writeArchive(whole, (sha256) => files.get(sha256) ?? ''),
      createWriteStream(beside),
    );
    // A half-written file never has the name that was asked for.
    await rename(beside, output);
    report({ file: output, pages: pages.length, ms: since(start) });
  } finally {
    await close();
  }
}

async function describe(page: PacketPage) {
  const { photo, recipe } = await openPage(page);
  const bytes = await readFile(page.file);
  const { width, height } = photo;
  return {
    recipe,
    photo: {
      ...{ width, height },
      bytes: bytes.length,
      mime: mimeOf(bytes),
      sha256: createHash('sha256').update(bytes).digest('hex'),
    },
  };
}

/** By its first bytes: decoding has told already that it is one of the three. */
function mimeOf(bytes: Buffer): ArchivePhoto['mime'] {
  if (bytes[0] === 0xff) return MIMES.jpg;
  return bytes[0] === 0x89 ? MIMES.png : MIMES.webp;
}
