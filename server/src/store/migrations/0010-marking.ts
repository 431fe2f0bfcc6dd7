import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { newCode } from '../newCode';

const words = { type: DataTypes.TEXT, allowNull: false, defaultValue: '' };
const time = { type: DataTypes.DATE, allowNull: false };
const no = { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false };

const reference = (table: string) => ({
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: table, key: 'id' },
  onDelete: 'CASCADE',
});

/** The marker's side: what is said of work, due times of one student, briefs that wait or are put away; and mail. */
export async function up(tables: QueryInterface): Promise<void> {
  // Students of a class need not be of this household.
  await tables.addColumn('people', 'isElsewhere', no);
  await tables.addColumn('people', 'email', words);
  await tables.addColumn('deskClasses', 'markerCode', { type: DataTypes.STRING(16) });
  await tables.addColumn('deskClasses', 'isClosed', no);
  const classes = await tables.sequelize.query<{ id: string }>('SELECT id FROM deskClasses', {
    type: QueryTypes.SELECT,
  });
  for (const { id } of classes) await tables.bulkUpdate('deskClasses', { markerCode: newCode() }, { id });
  await tables.addIndex('deskClasses', ['markerCode'], { unique: true });
  await tables.addColumn('members', 'calledAs', words);
  await tables.addColumn('briefs', 'publishAt', { type: DataTypes.DATE });
  await tables.addColumn('briefs', 'deletedAt', { type: DataTypes.DATE });
  await tables.addColumn('briefs', 'version', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 });
  await tables.sequelize.query('UPDATE briefs SET publishAt = createdAt');
  await tables.addColumn('attempts', 'parts', { type: DataTypes.JSON });

  await tables.createTable('extensions', {
    briefId: { ...reference('briefs'), primaryKey: true },
    personId: { ...reference('people'), primaryKey: true },
    dueAt: time,
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('markings', {
    attemptId: { ...reference('attempts'), primaryKey: true },
    content: { type: DataTypes.JSON, allowNull: false },
    authors: { type: DataTypes.JSON, allowNull: false },
    markedBy: words,
    version: { type: DataTypes.INTEGER, allowNull: false },
    given: { type: DataTypes.JSON },
    givenVersion: { type: DataTypes.INTEGER },
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('mails', {
    id: { type: DataTypes.UUID, primaryKey: true },
    personId: reference('people'),
    classId: { type: DataTypes.UUID },
    key: { type: DataTypes.STRING(64), allowNull: false },
    about: words,
    messageId: words,
    sender: words,
    recipient: words,
    subject: words,
    text: words,
    attachments: { type: DataTypes.JSON, allowNull: false },
    state: words,
    why: { type: DataTypes.TEXT },
    isMadeUp: no,
    isSame: { type: DataTypes.BOOLEAN },
    createdAt: time,
    updatedAt: time,
  });
  await tables.addIndex('mails', ['personId', 'key'], { unique: true });
}
