import { randomUUID } from 'node:crypto';
import { constants } from 'node:fs';
import { copyFile, link, mkdir, readdir, realpath, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { fileName, type FolderFile, type SharedFolder } from '@ravlo/contract';
import { notFound, ProblemError } from '../problems';
import { hashOf, syncToDisk } from '../store/disk';
import type { HandedFile } from './handedFileOf';

/**
 * Folders of classes: a stand-in, on this computer's disk, for what a school shares. A file is never overwritten; what is put
 * in is read back.
 */
export interface Folders {
  /**
   * Puts a file into a folder, which is made where there is none. The same bytes under the same name are there already.
   *
   * @returns what it is called there
   * @throws ProblemError folder-refused, handed-altered
   */
  put(classId: string, folder: string, file: HandedFile, sha256: string): Promise<string>;
  /** Says of a file that it was taken back. */
  takeBack(classId: string, folder: string, name: string): Promise<void>;
  list(classId: string): Promise<SharedFolder[]>;
  /** @throws ProblemError not-found */
  file(classId: string, folder: string, name: string): Promise<HandedFile>;
}

const TAKEN_BACK = ' (taken back)';
/** More of the same name are not counted up. */
const MOST_VERSIONS = 1000;

export async function openFolders(dataDir: string): Promise<Folders> {
  const root = path.join(dataDir, 'folders');
  await mkdir(root, { recursive: true });
  const placeOf = (classId: string, folder: string) => path.join(root, classId, fileName(folder));

  async function put(classId: string, folder: string, file: HandedFile, sha256: string): Promise<string> {
    const place = placeOf(classId, folder);
    await mkdir(place, { recursive: true });
    // Whatever somebody has laid there: nothing is written outside.
    if (!(await realpath(place)).startsWith((await realpath(root)) + path.sep)) throw refused();
    const beside = path.join(root, `${randomUUID()}.coming`);
    try {
      await copyFile(file.place, beside);
      await syncToDisk(beside);
      const name = await nameIn(place, file.name, beside, sha256);
      await syncToDisk(place);
      if ((await hashOf(path.join(place, name))) !== sha256)
        throw new ProblemError(
          'handed-altered',
          'What lies in the folder is not what was sent. Nothing was handed over; send it again.',
        );
      return name;
    } finally {
      await rm(beside, { force: true });
    }
  }

  return {
    async put(classId, folder, file, sha256) {
      try {
        return await put(classId, folder, file, sha256);
      } catch (error) {
        if (error instanceof ProblemError) throw error;
        const { code } = error as NodeJS.ErrnoException;
        if (code && REFUSALS.has(code)) throw refused();
        throw error;
      }
    },

    async takeBack(classId, folder, name) {
      const place = placeOf(classId, folder);
      const { name: stem, ext } = path.parse(name);
      const there = path.join(place, name);
      // Somebody who tidied the folder up has done it already.
      const sha256 = await hashOf(there).catch(() => null);
      if (sha256 === null) return;
      await nameIn(place, `${stem}${TAKEN_BACK}${ext}`, there, sha256);
      await rm(there, { force: true });
    },

    async list(classId) {
      const place = path.join(root, classId);
      const folders = await namesIn(place);
      return Promise.all(
        folders.map(async (folder) => {
          const names = await namesIn(path.join(place, folder));
          return {
            folder,
            files: await Promise.all(names.map((name) => toFile(path.join(place, folder), name))),
          };
        }),
      );
    },

    async file(classId, folder, name) {
      const known = (await namesIn(placeOf(classId, folder))).includes(name);
      if (!known) throw notFound('file');
      return { place: path.join(placeOf(classId, folder), name), name };
    },
  };
}

/** Takes the first free name: "tides.pdf", "tides 2.pdf". Two at once never take the same one. */
async function nameIn(place: string, wanted: string, bytes: string, sha256: string): Promise<string> {
  const { name: stem, ext } = path.parse(wanted);
  for (let version = 1; version <= MOST_VERSIONS; version++) {
    const name = version === 1 ? wanted : `${stem} ${version}${ext}`;
    const there = path.join(place, name);
    try {
      await takeName(bytes, there);
      return name;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      if ((await hashOf(there)) === sha256) return name;
    }
  }
  throw refused();
}

/** Gives a file a second name. @throws EEXIST where something has that name */
async function takeName(file: string, name: string): Promise<void> {
  await link(file, name).catch(async (error: NodeJS.ErrnoException) => {
    if (error.code === 'EEXIST') throw error;
    // Some disks have no second names.
    await copyFile(file, name, constants.COPYFILE_EXCL);
  });
}

async function namesIn(place: string): Promise<string[]> {
  const names = await readdir(place).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw error;
  });
  return names.sort(new Intl.Collator(undefined, { numeric: true }).compare);
}

async function toFile(place: string, name: string): Promise<FolderFile> {
  const { size, mtime } = await stat(path.join(place, name));
  return { name, bytes: size, at: mtime.toISOString() };
}

const REFUSALS = new Set(['EEXIST', 'EACCES', 'EPERM', 'ENOTDIR', 'EISDIR', 'EROFS', 'ENAMETOOLONG']);

const refused = () =>
  new ProblemError(
    'folder-refused',
    'The folder of the class cannot be used just now. Nothing was handed over; your pages are safe here. Tell your marker.',
  );
