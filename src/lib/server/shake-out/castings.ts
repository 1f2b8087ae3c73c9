import { nowIso } from '$core/time/now';
import type { InferAttributes, Transaction, WhereOptions } from 'sequelize';
import { wasPoured } from '$core/session/mold-life';
import type { CastingChange, NewCasting } from '$lib/schema/pour';
import type { Database } from '../database/database';
import type { CastingRow, MoldRow } from '../database/tables';
import { keepFile, type Incoming } from '../file/files';
import { plainPhoto } from '../file/photo';
import { ONE_MORE } from '../database/one-more';
import { impossible, mustBeLatest, notFound } from '../refusal';

/** A casting that came out of a mold, and how it turned out. */
export type CastingRecord = Omit<InferAttributes<CastingRow>, 'removed_at'>;

const plain = (row: CastingRow): CastingRecord => {
  const { removed_at: _, ...record } = row.get({ plain: true });
  return record;
};

/** Castings, the latest first; of one session or pattern where they are asked for. */
export async function listCastings(
  db: Database,
  of: {
    session_id?: number | undefined;
    pattern_id?: number | undefined;
    limit: number;
    offset: number;
  }
): Promise<{ items: CastingRecord[]; total: number; limit: number; offset: number }> {
  const { session_id, pattern_id, limit, offset } = of;
  const where: WhereOptions<InferAttributes<CastingRow>> = {
    removed_at: null,
    ...(session_id !== undefined && { session_id }),
    ...(pattern_id !== undefined && { pattern_id })
  };
  const total = await db.tables.castings.count({ where });
  const rows = await db.tables.castings.findAll({ where, order: [['id', 'DESC']], limit, offset });
  return { items: rows.map(plain), total, limit, offset };
}

/** The castings of a casting day, in the order in which they were judged. */
export async function castingsOfSession(db: Database, session_id: number): Promise<CastingRecord[]> {
  const rows = await db.tables.castings.findAll({ where: { session_id, removed_at: null }, order: ['id'] });
  return rows.map(plain);
}

export async function readCasting(
  db: Database,
  id: number,
  transaction?: Transaction
): Promise<CastingRecord> {
  const row = await db.tables.castings.findOne({
    where: { id, removed_at: null },
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('casting', id);
  return plain(row);
}

/** @throws Refusal when a mold has given all its castings of a pattern already */
async function mustBeRoom(
  db: Database,
  { id: mold_id, patterns }: MoldRow,
  pattern_id: number,
  transaction: Transaction
): Promise<void> {
  const count = patterns.find((each) => each.pattern_id === pattern_id)?.count ?? 0;
  const where = { mold_id, pattern_id, removed_at: null };
  if ((await db.tables.castings.count({ where, transaction })) >= count)
    throw impossible([{ path: 'mold_id', message: 'has given all its castings of that pattern' }]);
}

function mustBePoured({ state }: MoldRow): void {
  if (!wasPoured(state)) throw impossible([{ path: 'mold_id', message: 'was not poured yet' }]);
}

/** @throws Refusal when its mold was not poured, holds no such pattern, or has given all its castings already */
export async function createCasting(db: Database, input: NewCasting): Promise<CastingRecord> {
  return db.write(async (transaction) => {
    const { mold_id, pattern_id } = input;
    const mold = await db.tables.molds.findOne({ where: { id: mold_id, removed_at: null }, transaction });
    if (!mold) throw impossible([{ path: 'mold_id', message: `there is no mold ${mold_id}` }]);
    mustBePoured(mold);
    if (!mold.patterns.some((each) => each.pattern_id === pattern_id))
      throw impossible([{ path: 'pattern_id', message: 'is not in that mold' }]);
    await mustBeRoom(db, mold, pattern_id, transaction);
    const { id } = await db.tables.castings.create(
      {
        session_id: mold.session_id,
        mold_id,
        pattern_id,
        result: input.result,
        kg: input.kg ?? null,
        defects: input.defects ?? [],
        seen: input.seen ?? {},
        cause: input.cause ?? null,
        note: input.note ?? null,
        created_at: nowIso()
      },
      { transaction }
    );
    return readCasting(db, id, transaction);
  });
}

export async function amendCasting(db: Database, id: number, change: CastingChange): Promise<CastingRecord> {
  return db.write(async (transaction) => {
    mustBeLatest('casting', await readCasting(db, id, transaction), change.version);
    const defined = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
    await db.tables.castings.update({ ...defined, version: ONE_MORE }, { where: { id }, transaction });
    return readCasting(db, id, transaction);
  });
}

/** Takes a casting back; `restoreCasting` puts it where it was. */
export async function removeCasting(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    await readCasting(db, id, transaction);
    const removed_at = nowIso();
    await db.tables.castings.update({ removed_at, version: ONE_MORE }, { where: { id }, transaction });
  });
}

export async function restoreCasting(db: Database, id: number): Promise<CastingRecord> {
  return db.write(async (transaction) => {
    const row = await db.tables.castings.findOne({ where: { id }, transaction });
    if (!row) throw notFound('casting', id);
    if (row.removed_at !== null) {
      const mold = await db.tables.molds.findOne({ where: { id: row.mold_id }, transaction });
      mustBePoured(mold!);
      await mustBeRoom(db, mold!, row.pattern_id, transaction);
      await db.tables.castings.update(
        { removed_at: null, version: ONE_MORE },
        { where: { id }, transaction }
      );
    }
    return readCasting(db, id, transaction);
  });
}

/** Puts a photo to a casting, made small and plain. */
export async function photographCasting(db: Database, id: number, file: Incoming): Promise<CastingRecord> {
  await readCasting(db, id);
  const { media, ...photo } = await plainPhoto(file);
  return db.write(async (transaction) => {
    const photo_hash = await keepFile(db, photo, { media, name: null }, transaction);
    await db.tables.castings.update({ photo_hash, version: ONE_MORE }, { where: { id }, transaction });
    return readCasting(db, id, transaction);
  });
}
