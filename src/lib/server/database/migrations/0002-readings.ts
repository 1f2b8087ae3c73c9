import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0002-readings';

export async function up(queryInterface: QueryInterface): Promise<void> {
  const words = () => ({ type: DataTypes.TEXT, allowNull: false });
  await queryInterface.createTable('readings', {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true, allowNull: false },
    device: words(),
    kind: words(),
    value: { type: DataTypes.DOUBLE, allowNull: false },
    stable: { type: DataTypes.BOOLEAN, allowNull: false },
    at: words(),
    created_at: words()
  });
  // A retry that sends the same reading again meets this.
  await queryInterface.addIndex('readings', ['device', 'kind', 'at'], { unique: true });
}
