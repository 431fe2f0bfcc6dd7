import { DataTypes, type QueryInterface } from 'sequelize';

const time = { type: DataTypes.DATE, allowNull: false };

/** Codes that outlive a restart, and whose phone a browser's seat is on. */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.createTable('pairingCodes', {
    codeHash: { type: DataTypes.STRING(64), primaryKey: true },
    validUntil: time,
    createdAt: time,
    updatedAt: time,
  });
  await tables.addColumn('seats', 'phoneId', { type: DataTypes.UUID });
}
