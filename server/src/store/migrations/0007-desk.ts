import { DataTypes, type QueryInterface } from 'sequelize';

const id = { type: DataTypes.UUID, primaryKey: true };
const time = { type: DataTypes.DATE, allowNull: false };
const text = { type: DataTypes.TEXT, allowNull: false };

const reference = (table: string) => ({
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: table, key: 'id' },
  onDelete: 'CASCADE',
});

/** The class desk: classes and who is in them, briefs, and what was handed over. */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.createTable('deskClasses', {
    id,
    name: text,
    marker: text,
    code: { type: DataTypes.STRING(16), allowNull: false, unique: true },
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('members', {
    classId: { ...reference('deskClasses'), primaryKey: true },
    personId: { ...reference('people'), primaryKey: true },
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('briefs', {
    id,
    classId: reference('deskClasses'),
    content: { type: DataTypes.JSON, allowNull: false },
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('attempts', {
    id,
    briefId: reference('briefs'),
    personId: reference('people'),
    key: { type: DataTypes.STRING(64), allowNull: false },
    number: { type: DataTypes.INTEGER, allowNull: false },
    sha256: { type: DataTypes.STRING(64), allowNull: false },
    comment: text,
    receipt: { type: DataTypes.JSON, allowNull: false },
    takenBackAt: { type: DataTypes.DATE },
    createdAt: time,
    updatedAt: time,
  });
  await tables.addIndex('attempts', ['personId', 'key'], { unique: true });
  await tables.addIndex('attempts', ['briefId', 'personId', 'number'], { unique: true });
}
