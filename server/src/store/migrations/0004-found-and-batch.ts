import { DataTypes, type QueryInterface } from 'sequelize';

/**
 * What Ravlo found in a page's photo by itself, so that a person's edit is told from it; and which photos were chosen
 * together, in which order, so that they stand in it whichever comes in first.
 */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.addColumn('pages', 'found', { type: DataTypes.JSON, allowNull: true });
  await tables.addColumn('pages', 'batch', { type: DataTypes.STRING, allowNull: true });
  await tables.addColumn('pages', 'batchIndex', { type: DataTypes.INTEGER, allowNull: true });
  await tables.addIndex('pages', ['photoId']);
  await tables.addIndex('pages', ['deletedAt']);
}
