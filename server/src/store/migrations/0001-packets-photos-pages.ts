import { DataTypes, type QueryInterface } from 'sequelize';

const id = { type: DataTypes.UUID, primaryKey: true };
const time = { type: DataTypes.DATE, allowNull: false };

const reference = (table: string, onDelete: 'CASCADE' | 'RESTRICT') => ({
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: table, key: 'id' },
  onDelete,
});

export async function up(tables: QueryInterface): Promise<void> {
  await tables.createTable('people', {
    id,
    name: { type: DataTypes.STRING, allowNull: false },
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('packets', {
    id,
    ownerId: reference('people', 'CASCADE'),
    name: { type: DataTypes.STRING, allowNull: false },
    paper: { type: DataTypes.STRING, allowNull: false },
    deletedAt: { type: DataTypes.DATE, allowNull: true },
    createdAt: time,
    updatedAt: time,
  });
  await tables.createTable('photos', {
    id,
    ownerId: reference('people', 'CASCADE'),
    sha256: { type: DataTypes.STRING(64), allowNull: false },
    mime: { type: DataTypes.STRING, allowNull: false },
    bytes: { type: DataTypes.INTEGER, allowNull: false },
    width: { type: DataTypes.INTEGER, allowNull: false },
    height: { type: DataTypes.INTEGER, allowNull: false },
    createdAt: time,
    updatedAt: time,
  });
  await tables.addIndex('photos', ['ownerId', 'sha256'], { unique: true });
  await tables.createTable('pages', {
    id,
    packetId: reference('packets', 'CASCADE'),
    photoId: reference('photos', 'RESTRICT'),
    clientKey: { type: DataTypes.STRING, allowNull: false },
    photoName: { type: DataTypes.STRING, allowNull: false },
    position: { type: DataTypes.INTEGER, allowNull: false },
    recipe: { type: DataTypes.JSON, allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false },
    deletedAt: { type: DataTypes.DATE, allowNull: true },
    createdAt: time,
    updatedAt: time,
  });
  await tables.addIndex('pages', ['packetId', 'clientKey'], { unique: true });
  await tables.addIndex('pages', ['packetId', 'position']);
  await tables.addIndex('packets', ['ownerId', 'updatedAt']);
}
