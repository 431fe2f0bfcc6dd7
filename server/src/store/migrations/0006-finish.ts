import { DataTypes, type QueryInterface } from 'sequelize';

/** How a packet is finished: margins, all pages standing, a size limit, its author. */
export async function up(tables: QueryInterface): Promise<void> {
  await tables.addColumn('packets', 'margin', {
    type: DataTypes.STRING,
    allowNull: false,
    defaultValue: 'none',
  });
  await tables.addColumn('packets', 'isUpright', {
    type: DataTypes.BOOLEAN,
    allowNull: false,
    defaultValue: false,
  });
  await tables.addColumn('packets', 'mostBytes', { type: DataTypes.INTEGER });
  await tables.addColumn('packets', 'isSigned', {
    type: DataTypes.BOOLEAN,
    allowNull: false,
    defaultValue: false,
  });
}
