import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0005-simulated';

/** What was read off a simulated device is marked for good; whether there are any is a setting of the records. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  for (const table of ['entry_versions', 'lot_tests'])
    await queryInterface.addColumn(table, 'simulated', {
      type: DataTypes.BOOLEAN,
      allowNull: false,
      defaultValue: false
    });
  await queryInterface.createTable('settings', {
    name: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
    // As JSON text.
    value: { type: DataTypes.TEXT, allowNull: false },
    changed_at: { type: DataTypes.TEXT, allowNull: false }
  });
}
