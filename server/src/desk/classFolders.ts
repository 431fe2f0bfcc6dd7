import type { ClassFolders } from '@ravlo/contract';
import { notFound } from '../problems';
import type { Database } from '../store/database';
import type { Folders } from './folders';
import type { HandedFile } from './handedFileOf';

/** The class folders that a person may look into: all of a class where they mark, else what they have put there themselves. */
export function createClassFolders(db: Database, folders: Folders, personId: string) {
  /** Null: all of them. */
  async function ownNames(classId: string): Promise<ReadonlySet<string> | null> {
    const member = await db.members.findOne({ where: { classId, personId } });
    if (member?.role === 'marker') return null;
    if (member?.role !== 'student') throw notFound('class');
    const briefs = await db.briefs.findAll({ where: { classId }, attributes: ['id'] });
    const attempts = await db.attempts.findAll({ where: { personId, briefId: briefs.map(({ id }) => id) } });
    const names = attempts.flatMap(({ receipt: { by } }) =>
      by?.kind === 'folder' ? [`${by.folder}/${by.name}`] : [],
    );
    return new Set(names);
  }

  return {
    async list(): Promise<ClassFolders> {
      const members = await db.members.findAll({ where: { personId, role: ['marker', 'student'] } });
      const rows = await db.deskClasses.findAll({
        where: { id: members.map(({ classId }) => classId) },
        order: [['name', 'ASC']],
      });
      const classes = [];
      for (const { id, name } of rows) {
        const own = await ownNames(id);
        const seen = (await folders.list(id))
          .map(({ folder, files }) => ({
            folder,
            files: files.filter((file) => own === null || own.has(`${folder}/${file.name}`)),
          }))
          .filter(({ files }) => own === null || files.length > 0);
        if (seen.length > 0) classes.push({ id, name, folders: seen });
      }
      return { classes };
    },

    /** @throws ProblemError not-found */
    async file(classId: string, folder: string, name: string): Promise<HandedFile> {
      const own = await ownNames(classId);
      if (own && !own.has(`${folder}/${name}`)) throw notFound('file');
      return folders.file(classId, folder, name);
    },
  };
}

export type ClassFoldersOf = ReturnType<typeof createClassFolders>;
