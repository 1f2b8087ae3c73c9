import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0011-versions';

/** Every record that somebody may change counts its changes, so that a change says which one it saw. */
const COUNTED = [
  'molds',
  'castings',
  'patterns',
  'flasks',
  'lots',
  'materials',
  'alloys',
  'branches',
  'members'
];

export async function up(queryInterface: QueryInterface): Promise<void> {
  for (const table of COUNTED)
    await queryInterface.addColumn(table, 'version', {
      type: DataTypes.INTEGER,
      allowNull: false,
      defaultValue: 1
    });
}
