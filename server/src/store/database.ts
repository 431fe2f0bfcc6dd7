import { Sequelize } from 'sequelize';
import { Umzug, SequelizeStorage } from 'umzug';
import { migrations } from './migrations';
import { bindTables, type Tables } from './models';

/** An open database: its tables, and the connection under them. */
export interface Database extends Tables {
  readonly sequelize: Sequelize;
  close(): Promise<void>;
}

/**
 * Opens the SQLite file (made when missing), brings its tables up to date and turns on write-ahead logging.
 * Foreign keys are on for every connection (Sequelize's default for SQLite).
 */
export async function openDatabase(file: string): Promise<Database> {
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: file,
    logging: false,
    retry: { match: [/SQLITE_BUSY/], max: 8 },
  });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA synchronous = FULL');
  const umzug = new Umzug({
    migrations,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
  return { ...bindTables(sequelize), sequelize, close: () => sequelize.close() };
}
