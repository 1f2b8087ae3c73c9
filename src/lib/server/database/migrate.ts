import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations';

/** Applies what is pending; keeps a copy of a database that held anything before it does. */
export async function migrate(sequelize: Sequelize, folder: string): Promise<void> {
  const umzug = new Umzug<QueryInterface>({
    migrations: migrations.map(({ name, up }) => ({ name, up: ({ context }) => up(context) })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined
  });
  const pending = await umzug.pending();
  if (pending.length === 0) return;
  if (await holdsTables(sequelize)) await copyBefore(sequelize, folder, pending[0]!.name);
  await umzug.up();
}

async function holdsTables(sequelize: Sequelize): Promise<boolean> {
  const tables = await sequelize.getQueryInterface().showAllTables();
  return tables.some((table) => table !== 'migrations');
}

async function copyBefore(sequelize: Sequelize, folder: string, migration: string): Promise<void> {
  const copies = join(folder, 'before-migration');
  mkdirSync(copies, { recursive: true });
  const stamp = new Date().toISOString().replace(/[:.]/g, '-');
  await sequelize.query('VACUUM INTO ?', { replacements: [join(copies, `${stamp}-${migration}.sqlite`)] });
}
