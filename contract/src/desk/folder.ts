import { z } from 'zod';
import { idSchema } from '../packet';

export const folderFileSchema = z.object({
  name: z.string(),
  bytes: z.number().int().nonnegative(),
  at: z.iso.datetime(),
});
export type FolderFile = z.infer<typeof folderFileSchema>;

/** A folder of a class, with what lies in it. */
export const sharedFolderSchema = z.object({ folder: z.string(), files: z.array(folderFileSchema) });
export type SharedFolder = z.infer<typeof sharedFolderSchema>;

/** The folders of the classes that a person may look into: a marker into all of a class, a student at what is theirs. */
export const classFoldersSchema = z.object({
  classes: z.array(z.object({ id: idSchema, name: z.string(), folders: z.array(sharedFolderSchema) })),
});
export type ClassFolders = z.infer<typeof classFoldersSchema>;
