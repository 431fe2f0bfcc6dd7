import { mkdir, mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readArchive } from '@ravlo/archive';
import { inNaturalOrder } from '@ravlo/contract';
import type { Packet, PacketPage } from './packet';

export interface Sources {
  readonly packets: readonly Packet[];
  /** each packet is a folder or an archive; otherwise there is one, of loose photos */
  readonly areWhole: boolean;
  /** takes away what was unpacked */
  close(): Promise<void>;
}

const PHOTO = /\.(jpe?g|png|webp)$/i;
const ARCHIVE = /\.zip$/i;

/**
 * What is named on the command line: photos make one packet, a folder or an archive each one of its own.
 *
 * @throws Error with a plain message: ArchiveError, a folder without photos, photos and packets mixed
 */
export async function openSources(sources: readonly string[]): Promise<Sources> {
  const unpacked = await mkdtemp(path.join(tmpdir(), 'ravlo-'));
  const close = () => rm(unpacked, { recursive: true, force: true });
  try {
    const whole: Packet[] = [];
    const photos: string[] = [];
    for (const [i, source] of sources.entries()) {
      if (await isFolder(source)) whole.push(await folderPacket(source));
      else if (ARCHIVE.test(source)) whole.push(await archivePacket(source, path.join(unpacked, String(i))));
      else photos.push(source);
    }
    if (whole.length > 0 && photos.length > 0)
      throw new Error('Name photos, or folders and archives, but not both at once');
    if (whole.length > 0) return { packets: whole, areWhole: true, close };
    const pages = await Promise.all(photos.map(photoPage));
    return { packets: [{ name: 'Pages', pages, facts: {}, createdAt: null }], areWhole: false, close };
  } catch (error) {
    await close();
    throw error;
  }
}

const isFolder = (source: string) =>
  stat(source).then(
    (found) => found.isDirectory(),
    () => false,
  );

async function folderPacket(folder: string): Promise<Packet> {
  const files = inNaturalOrder(
    (await readdir(folder)).filter((name) => PHOTO.test(name)).map((name) => ({ name })),
  );
  if (files.length === 0) throw new Error(`There are no photos in ${folder}`);
  const pages = await Promise.all(files.map(({ name }) => photoPage(path.join(folder, name))));
  return { name: path.basename(path.resolve(folder)), pages, facts: {}, createdAt: null };
}

/** A photo that is not there is told of when it is developed. */
async function photoPage(file: string): Promise<PacketPage> {
  const taken = await stat(file).then(
    ({ mtime }) => mtime,
    () => new Date(0),
  );
  return { file, photoName: path.basename(file), takenAt: taken.toISOString(), recipe: null };
}

async function archivePacket(file: string, folder: string): Promise<Packet> {
  await mkdir(folder);
  const { archive, photoFile } = await readArchive(file, folder);
  const { createdAt, ...facts } = archive.packet;
  const pages = archive.pages.map(({ photo, ...page }) => ({ ...page, file: photoFile(photo) }));
  return { name: facts.name, pages, facts, createdAt };
}
