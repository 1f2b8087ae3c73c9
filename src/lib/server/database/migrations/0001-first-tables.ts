import { DataTypes, type QueryInterface } from 'sequelize';

const key = () => ({ type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true, allowNull: false });
const time = () => ({ type: DataTypes.TEXT, allowNull: false });
const maybe = (type: typeof DataTypes.TEXT | typeof DataTypes.DOUBLE) => ({ type, allowNull: true });
const refers = (model: string) => ({
  type: DataTypes.INTEGER,
  allowNull: false,
  references: { model, key: 'id' },
  onDelete: 'RESTRICT'
});

export const name = '0001-first-tables';

export async function up(queryInterface: QueryInterface): Promise<void> {
  await queryInterface.createTable('materials', {
    id: key(),
    kind: { type: DataTypes.TEXT, allowNull: false },
    name: { type: DataTypes.TEXT, allowNull: false },
    note: maybe(DataTypes.TEXT),
    created_at: time(),
    removed_at: maybe(DataTypes.TEXT)
  });
  await queryInterface.createTable('lots', {
    id: key(),
    material_id: refers('materials'),
    supplier: maybe(DataTypes.TEXT),
    bought_kg: { type: DataTypes.DOUBLE, allowNull: false },
    adjusted_kg: { type: DataTypes.DOUBLE, allowNull: false, defaultValue: 0 },
    cost: maybe(DataTypes.DOUBLE),
    currency: { type: DataTypes.TEXT, allowNull: false },
    moisture_fraction: maybe(DataTypes.DOUBLE),
    active_fraction: maybe(DataTypes.DOUBLE),
    fineness_number: maybe(DataTypes.DOUBLE),
    bought_at: maybe(DataTypes.TEXT),
    note: maybe(DataTypes.TEXT),
    created_at: time(),
    removed_at: maybe(DataTypes.TEXT)
  });
  await queryInterface.createTable('heaps', {
    id: key(),
    name: { type: DataTypes.TEXT, allowNull: false },
    system: { type: DataTypes.TEXT, allowNull: false },
    binder: { type: DataTypes.TEXT, allowNull: false },
    container: { type: DataTypes.JSON, allowNull: false },
    targets: { type: DataTypes.JSON, allowNull: true },
    zone: maybe(DataTypes.TEXT),
    version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
    created_at: time(),
    removed_at: maybe(DataTypes.TEXT)
  });
  await queryInterface.createTable('entries', {
    id: key(),
    heap_id: refers('heaps'),
    version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
    created_at: time(),
    undone_at: maybe(DataTypes.TEXT)
  });
  await queryInterface.addIndex('entries', ['heap_id']);
  await queryInterface.createTable('entry_versions', {
    id: key(),
    entry_id: refers('entries'),
    version: { type: DataTypes.INTEGER, allowNull: false },
    kind: { type: DataTypes.TEXT, allowNull: false },
    at: time(),
    zone: maybe(DataTypes.TEXT),
    note: maybe(DataTypes.TEXT),
    event: { type: DataTypes.JSON, allowNull: false },
    typed: { type: DataTypes.JSON, allowNull: true },
    written_at: time()
  });
  await queryInterface.addIndex('entry_versions', ['entry_id', 'version'], { unique: true });
  await queryInterface.createTable('lot_uses', {
    id: key(),
    entry_id: refers('entries'),
    lot_id: refers('lots'),
    kg: { type: DataTypes.DOUBLE, allowNull: false }
  });
  await queryInterface.addIndex('lot_uses', ['lot_id']);
  await queryInterface.addIndex('lot_uses', ['entry_id']);
  await queryInterface.createTable('answered_requests', {
    key: { type: DataTypes.TEXT, primaryKey: true, allowNull: false },
    fingerprint: { type: DataTypes.TEXT, allowNull: false },
    answer: { type: DataTypes.JSON, allowNull: false },
    created_at: time()
  });
}
