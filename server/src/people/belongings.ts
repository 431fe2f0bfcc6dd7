import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import type { Logger } from 'pino';
import { createClassFolders, type ClassFoldersOf } from '../desk/classFolders';
import { createDesk, type Desk } from '../desk/desk';
import type { Folders } from '../desk/folders';
import type { HandedFiles } from '../desk/handedFiles';
import { createMarkerDesk, type MarkerDesk } from '../desk/markerDesk';
import type { Tell } from '../desk/markerContext';
import type { DeskPractice } from '../desk/practice';
import type { ReceiptKey } from '../desk/receiptKey';
import type { Mailer } from '../mail/mailer';
import { createMailTray, type MailTrayOf } from '../mail/mailTray';
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
  /** the desk of the classes that they mark in */
  readonly marker: MarkerDesk;
  readonly mail: MailTrayOf;
  readonly folders: ClassFoldersOf;
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
  readonly mailer: Mailer;
  readonly folders: Folders;
}

export type BelongingsOf = (personId: string) => Promise<Belongings>;

/** One person's things, opened once and kept: whoever listens to their changes hears all of them. */
export function createBelongings(parts: BelongingsParts): BelongingsOf {
  const opened = new Map<string, Promise<Belongings>>();
  const heard = new Map<string, Changes>();
  const changesOf = (personId: string): Changes => {
    const known = heard.get(personId) ?? createChanges();
    heard.set(personId, known);
    return known;
  };
  const tell: Tell = (personIds, change) => {
    for (const personId of new Set(personIds)) changesOf(personId).tell(change);
  };

  async function open(personId: string): Promise<Belongings> {
    const { db, writer, files, handed, key, log, practice, mailer, folders } = parts;
    const changes = changesOf(personId);
    const store = openPersonStore({ db, writer, ownerId: personId, changes, log });
    const uploads = path.join(files.uploads, personId);
    const handing = path.join(handed.uploads, personId);
    for (const folder of [uploads, handing]) await mkdir(folder, { recursive: true });
    return {
      ...{ personId, store, uploads, handing, changes },
      arrivals: createArrivals(store, files, uploads),
      archives: createArchives(store, files),
      desk: createDesk({
        ...{ db, writer, files: handed, key, personId, practice, mailer, folders, tell, log },
      }),
      marker: createMarkerDesk({ db, writer, files: handed, personId, now: practice.now, tell }),
      mail: createMailTray({ db, waiting: handed.waiting, mailer, personId }),
      folders: createClassFolders(db, folders, personId),
    };
  }

  return (personId) => {
    const known = opened.get(personId) ?? open(personId);
    opened.set(personId, known);
    return known;
  };
}
