/** What is wrong with an archive. */
export type ArchiveTrouble = 'archive-unreadable' | 'archive-altered' | 'archive-newer' | 'archive-too-big';

const SAID: Readonly<Record<ArchiveTrouble, string>> = {
  'archive-unreadable': 'This is no Ravlo archive, or a part of it is missing. Nothing was taken from it.',
  'archive-altered':
    'Something in this archive is not as it was when it was made. Nothing was taken from it; make it anew if you can.',
  'archive-newer':
    'This archive was made by a newer Ravlo. Bring this one up to date first. Nothing was taken from it.',
  'archive-too-big': 'This archive holds more than one packet can. Nothing was taken from it.',
};

/** An archive that is not taken; its message is a sentence for the person. */
export class ArchiveError extends Error {
  constructor(
    readonly trouble: ArchiveTrouble,
    options?: ErrorOptions,
  ) {
    super(SAID[trouble], options);
    this.name = 'ArchiveError';
  }
}
