import type { Transaction } from 'sequelize';
import { nowIso } from '$core/time/now';
import type { Database } from '../database/database';

/** Begins an act, for the entries that a press writes. */
export async function newAct(db: Database, name: string | null, transaction: Transaction): Promise<number> {
  const { id } = await db.tables.acts.create({ name, molds: [], created_at: nowIso() }, { transaction });
  return id;
}
