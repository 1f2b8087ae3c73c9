import { DataTypes, type QueryInterface } from 'sequelize';

export const name = '0007-patterns';

/** Files by what they hold, meshes and what was worked out of them, patterns; more of flasks and of molds. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const key = { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true };
  const text = { type: DataTypes.TEXT, allowNull: false };
  const maybeText = { type: DataTypes.TEXT, allowNull: true };
  const size = { type: DataTypes.DOUBLE, allowNull: false };
  const maybeSize = { type: DataTypes.DOUBLE, allowNull: true };
  const count = { type: DataTypes.INTEGER, allowNull: false };
  const maybeCount = { type: DataTypes.INTEGER, allowNull: true };
  const json = { type: DataTypes.JSON, allowNull: true };
  await queryInterface.createTable('files', {
    hash: { type: DataTypes.TEXT, primaryKey: true },
    media: text,
    bytes: count,
    name: maybeText,
    created_at: text
  });
  const file = { references: { model: 'files', key: 'hash' } };
  await queryInterface.createTable('meshes', {
    id: key,
    file_hash: { ...text, ...file },
    format: text,
    unit: text,
    unit_stated: { type: DataTypes.BOOLEAN, allowNull: false },
    analysis: { type: DataTypes.JSON, allowNull: false },
    created_at: text
  });
  await queryInterface.createTable('patterns', {
    id: key,
    name: text,
    kind: text,
    material: maybeText,
    known_by: text,
    length_mm: size,
    width_mm: size,
    height_mm: size,
    above_mm: size,
    volume_l: maybeSize,
    pattern_kg: maybeSize,
    solids: json,
    mesh_id: { ...maybeCount, references: { model: 'meshes', key: 'id' } },
    draw: json,
    footprint_mm: json,
    metal: maybeText,
    made: { ...count, defaultValue: 1 },
    wear: maybeText,
    coats: { ...json, allowNull: false },
    fillet_mm: maybeSize,
    pins: maybeCount,
    carry_over: { ...json, allowNull: false },
    photo_hash: { ...maybeText, ...file },
    note: maybeText,
    created_at: text,
    removed_at: maybeText
  });
  for (const column of ['material', 'pins', 'closing'])
    await queryInterface.addColumn('flasks', column, maybeText);
  await queryInterface.addColumn('flasks', 'wall_mm', maybeSize);
  await queryInterface.addColumn('molds', 'layout', json);
  await queryInterface.addColumn('molds', 'metal', maybeText);
  await queryInterface.addColumn('molds', 'broken_because', maybeText);
}
