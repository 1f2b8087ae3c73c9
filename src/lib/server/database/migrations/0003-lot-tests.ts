import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0003-lot-tests';

export async function up(queryInterface: QueryInterface): Promise<void> {
  const words = () => ({ type: DataTypes.TEXT, allowNull: false });
  const maybeWords = () => ({ type: DataTypes.TEXT, allowNull: true });
  await queryInterface.createTable('lot_tests', {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true, allowNull: false },
    lot_id: {
      type: DataTypes.INTEGER,
      allowNull: false,
      references: { model: 'lots', key: 'id' },
      onDelete: 'RESTRICT'
    },
    kind: words(),
    at: words(),
    zone: maybeWords(),
    note: maybeWords(),
    test: { type: DataTypes.JSON, allowNull: false },
    created_at: words(),
    undone_at: maybeWords()
  });
  await queryInterface.addIndex('lot_tests', ['lot_id']);
  // Sold in bags of this much; null when it is weighed out loose.
  await queryInterface.addColumn('lots', 'bag_kg', { type: DataTypes.DOUBLE, allowNull: true });
  await queryInterface.addColumn('lots', 'fines_fraction', { type: DataTypes.DOUBLE, allowNull: true });
  // When each figure was stated, so that a later test counts in its place, and a later statement in a test's.
  await queryInterface.addColumn('lots', 'stated_at', { type: DataTypes.JSON, allowNull: true });
}
