import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0008-pours';

/** Melts of casting days, gating and pours of molds, castings that came out, alloys of one's own, policies of heaps. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const key = { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true };
  const text = { type: DataTypes.TEXT, allowNull: false };
  const maybeText = { type: DataTypes.TEXT, allowNull: true };
  const maybeSize = { type: DataTypes.DOUBLE, allowNull: true };
  const count = { type: DataTypes.INTEGER, allowNull: false };
  const json = { type: DataTypes.JSON, allowNull: false };
  const maybeJson = { type: DataTypes.JSON, allowNull: true };
  const of = (model: string, field = 'id') => ({ references: { model, key: field } });
  await queryInterface.createTable('alloys', {
    id: key,
    name: text,
    based_on: text,
    solidus_c: maybeSize,
    liquidus_c: maybeSize,
    pour_low_c: maybeSize,
    pour_high_c: maybeSize,
    solid_kg_l: maybeSize,
    loss_percent: maybeSize,
    parts: maybeJson,
    note: maybeText,
    created_at: text,
    removed_at: maybeText
  });
  await queryInterface.createTable('castings', {
    id: key,
    session_id: { ...count, ...of('sessions') },
    mold_id: { ...count, ...of('molds') },
    pattern_id: { ...count, ...of('patterns') },
    result: text,
    kg: maybeSize,
    defects: json,
    seen: json,
    cause: maybeText,
    photo_hash: { ...maybeText, ...of('files', 'hash') },
    note: maybeText,
    created_at: text,
    removed_at: maybeText
  });
  await queryInterface.addIndex('castings', ['session_id']);
  await queryInterface.addColumn('sessions', 'melt', maybeJson);
  await queryInterface.addColumn('sessions', 'lessons', maybeText);
  await queryInterface.addColumn('sessions', 'sand', maybeJson);
  await queryInterface.addColumn('molds', 'gating', maybeJson);
  await queryInterface.addColumn('molds', 'poured', maybeJson);
  await queryInterface.addColumn('molds', 'alloy_id', { type: DataTypes.INTEGER, allowNull: true });
  await queryInterface.addColumn('heaps', 'policy', maybeJson);
}
