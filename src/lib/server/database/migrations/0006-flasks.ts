import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0006-flasks';

/** The flasks that one owns: what they measure inside, what they weigh, and what keeps sand in them. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const text = { type: DataTypes.TEXT, allowNull: false };
  const size = { type: DataTypes.DOUBLE, allowNull: false };
  const perhaps = { type: DataTypes.DOUBLE, allowNull: true };
  await queryInterface.createTable('flasks', {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    name: text,
    shape: text,
    length_mm: size,
    width_mm: size,
    cope_mm: size,
    drag_mm: size,
    wall: text,
    bars: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
    cope_kg: perhaps,
    drag_kg: perhaps,
    note: { type: DataTypes.TEXT, allowNull: true },
    created_at: text,
    removed_at: { type: DataTypes.TEXT, allowNull: true }
  });
}
