/** Ravlo archives: a packet's untouched photos, its recipes and its order in one zip; see docs/archive.md. */
export { ArchiveError, type ArchiveTrouble } from './archiveError';
export { readArchive, type OpenedArchive } from './readArchive';
export { writeArchive } from './writeArchive';
