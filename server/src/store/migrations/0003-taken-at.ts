import { DataTypes, type QueryInterface } from 'sequelize';

/** When a photo says that it was taken; unknown for those that came in before, and for those that do not say. */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.addColumn('photos', 'takenAt', { type: DataTypes.DATE, allowNull: true });
}
