import { nowIso } from '$core/time/now';
import { mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations';

/**
 * Applies what is pending, all of it or nothing; keeps a copy of a database that held anything before it does.
 *
 * Everything goes over the one connection that Sequelize keeps for statements outside of its own transactions, so that
 * tables and the list of what was applied become true together: a kill in between leaves the file as it was.
 *
 * @param last the newest to apply, where an older layout is wanted
 */
export async function migrate(sequelize: Sequelize, folder: string, last?: string): Promise<void> {
  const until =
    last === undefined ? migrations.length : migrations.findIndex(({ name }) => name === last) + 1;
  const umzug = new Umzug<QueryInterface>({
    migrations: migrations
      .slice(0, until)
      .map(({ name, up }) => ({ name, up: ({ context }) => up(context) })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined
  });
  const pending = await umzug.pending();
  if (pending.length === 0) return;
  if (await holdsTables(sequelize)) await copyBefore(sequelize, folder, pending[0]!.name);
  await sequelize.query('BEGIN IMMEDIATE');
  try {
    await umzug.up();
    await sequelize.query('COMMIT');
  } catch (thrown) {
    await sequelize.query('ROLLBACK');
    throw thrown;
  }
}

async function holdsTables(sequelize: Sequelize): Promise<boolean> {
  const tables = await sequelize.getQueryInterface().showAllTables();
  return tables.some((table) => table !== 'migrations');
}

async function copyBefore(sequelize: Sequelize, folder: string, migration: string): Promise<void> {
  const copies = join(folder, 'before-migration');
  mkdirSync(copies, { recursive: true });
  const stamp = nowIso().replace(/[:.]/g, '-');
  const copy = join(copies, `${stamp}-${migration}.sqlite`);
  await sequelize.query('VACUUM INTO ?', { replacements: [`${copy}.part`] });
  renameSync(`${copy}.part`, copy);
}
