import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';

export const name = '0004-acts-sessions-members';

const key = () => ({ type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true, allowNull: false });
const words = () => ({ type: DataTypes.TEXT, allowNull: false });
const maybeWords = () => ({ type: DataTypes.TEXT, allowNull: true });
const maybeFigure = () => ({ type: DataTypes.DOUBLE, allowNull: true });
const refers = (model: string, allowNull: boolean) => ({
  type: DataTypes.INTEGER,
  allowNull,
  references: { model, key: 'id' },
  onDelete: 'RESTRICT'
});

export async function up(queryInterface: QueryInterface): Promise<void> {
  await queryInterface.createTable('members', {
    id: key(),
    name: words(),
    // What the member holds of their hand, and from when on it is learned anew.
    hand_bias: maybeFigure(),
    hand_spread: maybeFigure(),
    hand_since: maybeWords(),
    created_at: words(),
    removed_at: maybeWords()
  });
  await queryInterface.createTable('sessions', {
    id: key(),
    name: maybeWords(),
    at: words(),
    zone: words(),
    members: { type: DataTypes.JSON, allowNull: false },
    stage: words(),
    note: maybeWords(),
    steps: { type: DataTypes.JSON, allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
    created_at: words(),
    removed_at: maybeWords()
  });
  await queryInterface.createTable('molds', {
    id: key(),
    session_id: refers('sessions', false),
    flask_id: { type: DataTypes.INTEGER, allowNull: true },
    patterns: { type: DataTypes.JSON, allowNull: false },
    facing_heap_id: refers('heaps', true),
    backing_heap_id: refers('heaps', false),
    state: words(),
    note: maybeWords(),
    created_at: words(),
    removed_at: maybeWords()
  });
  await queryInterface.addIndex('molds', ['session_id']);
  // One press is one act: what it wrote is undone and put back together.
  await queryInterface.createTable('acts', {
    id: key(),
    name: maybeWords(),
    // Mold states that it changed: [{mold_id, before, after}].
    molds: { type: DataTypes.JSON, allowNull: false },
    created_at: words(),
    undone_at: maybeWords()
  });
  await queryInterface.addColumn('entries', 'act_id', { type: DataTypes.INTEGER, allowNull: true });
  await queryInterface.addIndex('entries', ['act_id']);
  // Every entry until now was a press of its own.
  await queryInterface.sequelize.query(
    `INSERT INTO acts (id, name, molds, created_at, undone_at) SELECT id, NULL, '[]', created_at, undone_at FROM entries`,
    { type: QueryTypes.INSERT }
  );
  await queryInterface.sequelize.query('UPDATE entries SET act_id = id', { type: QueryTypes.UPDATE });
  for (const column of ['session_id', 'mold_id', 'member']) {
    await queryInterface.addColumn('entry_versions', column, { type: DataTypes.INTEGER, allowNull: true });
  }
  // The format that an event was stored in: it is brought up to date when it is read.
  const format = () => ({ type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 });
  await queryInterface.addColumn('entry_versions', 'format', format());
  await queryInterface.addColumn('lot_tests', 'format', format());
  await queryInterface.addColumn('heaps', 'scale_g', maybeFigure());
}
