import type { QueryInterface } from 'sequelize';
import type { RunnableMigration } from 'umzug';
import * as first from './0001-packets-photos-pages';
import * as second from './0002-phones';
import * as third from './0003-taken-at-and-look';
import * as fourth from './0004-found-and-batch';
import * as fifth from './0005-rules-of-a-look';
import * as sixth from './0006-finish';
import * as seventh from './0007-desk';
import * as eighth from './0008-household';
import * as ninth from './0009-pairing';
import * as tenth from './0010-marking';

/** All migrations, oldest first. A migration that has shipped is never changed. */
export const migrations: RunnableMigration<QueryInterface>[] = [
  { name: '0001-packets-photos-pages', up: ({ context }) => first.up(context) },
  { name: '0002-phones', up: ({ context }) => second.up(context) },
  { name: '0003-taken-at-and-look', up: ({ context }) => third.up(context) },
  { name: '0004-found-and-batch', up: ({ context }) => fourth.up(context) },
  { name: '0005-rules-of-a-look', up: ({ context }) => fifth.up(context) },
  { name: '0006-finish', up: ({ context }) => sixth.up(context) },
  { name: '0007-desk', up: ({ context }) => seventh.up(context) },
  { name: '0008-household', up: ({ context }) => eighth.up(context) },
  { name: '0009-pairing', up: ({ context }) => ninth.up(context) },
  { name: '0010-marking', up: ({ context }) => tenth.up(context) },
];
