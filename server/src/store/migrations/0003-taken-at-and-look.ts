import { DataTypes, type QueryInterface } from 'sequelize';

/**
 * When a photo says that it was taken; unknown for those that came in before, and for those that do not say. And the
 * look that new pages of a packet get, where somebody has chosen one.
 */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.addColumn('photos', 'takenAt', { type: DataTypes.DATE, allowNull: true });
  await tables.addColumn('packets', 'look', { type: DataTypes.STRING, allowNull: true });
}
