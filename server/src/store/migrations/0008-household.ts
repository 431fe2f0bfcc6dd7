import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';

const text = { type: DataTypes.TEXT, allowNull: false, defaultValue: '' };
const time = { type: DataTypes.DATE, allowNull: false };

const person = {
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: 'people', key: 'id' },
  onDelete: 'CASCADE',
};

/** Several people on one device; who is in a class as what; what a packet is for, and which one was handed over. */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.addColumn('people', 'firstName', text);
  await tables.addColumn('people', 'surname', text);
  await tables.addColumn('people', 'studentNumber', text);
  await tables.addColumn('people', 'pattern', { ...text, defaultValue: 'waves' });
  await tables.addColumn('people', 'pinHash', { type: DataTypes.TEXT });
  await tables.addColumn('people', 'pinTries', {
    type: DataTypes.INTEGER,
    allowNull: false,
    defaultValue: 0,
  });
  await tables.addColumn('people', 'pinWaitUntil', { type: DataTypes.DATE });
  const rows = await tables.sequelize.query<{ id: string; name: string }>('SELECT id, name FROM people', {
    type: QueryTypes.SELECT,
  });
  for (const { id, name } of rows) {
    const [firstName = '', ...others] = name.trim().split(/\s+/);
    await tables.bulkUpdate('people', { firstName, surname: others.join(' ') }, { id });
  }
  // Sequelize would make the table anew, and with it drop whatever hangs on it.
  await tables.sequelize.query('ALTER TABLE people DROP COLUMN name');

  await tables.createTable('seats', {
    id: { type: DataTypes.UUID, primaryKey: true },
    personId: person,
    secretHash: { type: DataTypes.STRING(64), allowNull: false, unique: true },
    seenAt: time,
    createdAt: time,
    updatedAt: time,
  });
  await tables.addColumn('members', 'role', {
    type: DataTypes.TEXT,
    allowNull: false,
    defaultValue: 'student',
  });
  await tables.addColumn('attempts', 'packetId', { type: DataTypes.UUID });
  await tables.addColumn('packets', 'briefId', { type: DataTypes.UUID });
}
