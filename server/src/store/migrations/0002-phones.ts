import { DataTypes, type QueryInterface } from 'sequelize';

const time = { type: DataTypes.DATE, allowNull: false };

export async function up(tables: QueryInterface): Promise<void> {
  await tables.createTable('phones', {
    id: { type: DataTypes.UUID, primaryKey: true },
    ownerId: {
      type: DataTypes.UUID,
      allowNull: false,
      references: { model: 'people', key: 'id' },
      onDelete: 'CASCADE',
    },
    name: { type: DataTypes.STRING, allowNull: false },
    secretHash: { type: DataTypes.STRING(64), allowNull: false, unique: true },
    seenAt: time,
    createdAt: time,
    updatedAt: time,
  });
}
