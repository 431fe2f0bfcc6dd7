import { notFound } from '../problems';
import type { AttemptRow } from '../store/deskModels';
import type { HandedFiles } from './handedFiles';

/** A file of the desk: where its bytes are, and what it is called. */
export interface HandedFile {
  readonly place: string;
  readonly name: string;
}

/**
 * A file of an attempt, as it lies here.
 *
 * @param index 0 for the file itself, from 1 on for what went with it
 * @throws ProblemError not-found
 */
export function handedFileOf(files: HandedFiles, { receipt }: AttemptRow, index: number): HandedFile {
  const { sha256, fileName: name, files: further = [] } = receipt;
  const file = [{ sha256, name }, ...further][index];
  if (!file) throw notFound('attempt');
  return { place: files.pathOf(file.sha256), name: file.name };
}
