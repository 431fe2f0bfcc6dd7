import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import type { Logger } from 'pino';
import { createDesk, type Desk } from '../desk/desk';
import type { HandedFiles } from '../desk/handedFiles';
import type { DeskPractice } from '../desk/practice';
import type { ReceiptKey } from '../desk/receiptKey';
import { createArchives, type Archives } from '../store/archives';
import { createArrivals, type Arrivals } from '../store/arrivals';
import { createChanges, type Changes } from '../store/changes';
import type { Database } from '../store/database';
import { openPersonStore, type PersonStore } from '../store/personStore';
import type { PhotoFiles } from '../store/photoFiles';
import type { Writer } from '../store/writer';

/** All that one person has here: whatever is asked of it is held against that person. */
export interface Belongings {
  readonly personId: string;
  readonly store: PersonStore;
  /** the folders for this person's uploads that may break off and go on later: of photos, and of what is handed over */
  readonly uploads: string;
  readonly handing: string;
  readonly arrivals: Arrivals;
  readonly archives: Archives;
  readonly desk: Desk;
  readonly changes: Changes;
}

export interface BelongingsParts {
  readonly db: Database;
  readonly writer: Writer;
  readonly files: PhotoFiles;
  readonly handed: HandedFiles;
  readonly key: ReceiptKey;
  readonly log: Logger;
  readonly practice: DeskPractice;
}

export type BelongingsOf = (personId: string) => Promise<Belongings>;

/** One person's things, opened once and kept: whoever listens to their changes hears all of them. */
export function createBelongings(parts: BelongingsParts): BelongingsOf {
  const opened = new Map<string, Promise<Belongings>>();

  async function open(personId: string): Promise<Belongings> {
    const { db, writer, files, handed, key, log, practice } = parts;
    const changes = createChanges();
    const store = openPersonStore({ db, writer, ownerId: personId, changes, log });
    const uploads = path.join(files.uploads, personId);
    const handing = path.join(handed.uploads, personId);
    for (const folder of [uploads, handing]) await mkdir(folder, { recursive: true });
    return {
      ...{ personId, store, uploads, handing, changes },
      arrivals: createArrivals(store, files, uploads),
      archives: createArchives(store, files),
      desk: createDesk({ db, writer, files: handed, key, personId, practice }),
    };
  }

  return (personId) => {
    const known = opened.get(personId) ?? open(personId);
    opened.set(personId, known);
    return known;
  };
}
