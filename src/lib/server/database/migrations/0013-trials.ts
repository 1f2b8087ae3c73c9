import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0013-trials';

/** Questions put to the sand: two ways, dealt out to molds by lot. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const text = { type: DataTypes.TEXT, allowNull: false };
  const maybeText = { type: DataTypes.TEXT, allowNull: true };
  const size = { type: DataTypes.DOUBLE, allowNull: false };
  const json = { type: DataTypes.JSON, allowNull: false };
  await queryInterface.createTable('trials', {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    name: text,
    heap_id: { type: DataTypes.INTEGER, allowNull: true, references: { model: 'heaps', key: 'id' } },
    as_now: text,
    otherwise: text,
    hold: maybeText,
    outcome: text,
    defect: maybeText,
    unit: maybeText,
    better: text,
    worth: size,
    scatter: size,
    pairs: { type: DataTypes.INTEGER, allowNull: false },
    lot: json,
    molds: json,
    ended_at: maybeText,
    version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
    created_at: text,
    removed_at: maybeText
  });
}
