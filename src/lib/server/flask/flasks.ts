import type { Transaction } from 'sequelize';
import type { FLASK_SHAPES, FLASK_WALLS, FlaskChange, NewFlask } from '$lib/schema/flask';
import type { Database } from '../database/database';
import type { FlaskRow } from '../database/tables';
import { impossible, notFound } from '../refusal';

/** A flask that somebody owns. */
export interface FlaskRecord {
  id: number;
  name: string;
  shape: (typeof FLASK_SHAPES)[number];
  length_mm: number;
  width_mm: number;
  cope_mm: number;
  drag_mm: number;
  wall: (typeof FLASK_WALLS)[number];
  bars: boolean;
  cope_kg: number | null;
  drag_kg: number | null;
  note: string | null;
  created_at: string;
}

const now = () => new Date().toISOString();

export async function listFlasks(db: Database): Promise<FlaskRecord[]> {
  return db.sinceLastWrite('flasks', async () => {
    const rows = await db.tables.flasks.findAll({ where: { removed_at: null }, order: ['id'], raw: true });
    return rows.map(flaskRecord);
  });
}

export const readFlask = (db: Database, id: number): Promise<FlaskRecord> => standing(db, id);

/** @throws Refusal when another flask has that name */
export async function createFlask(db: Database, input: NewFlask): Promise<FlaskRecord> {
  return db.write(async (transaction) => {
    await mustBeNew(db, input.name, null, transaction);
    const { id } = await db.tables.flasks.create(
      {
        name: input.name,
        shape: input.shape ?? 'rectangular',
        length_mm: input.length_mm,
        width_mm: input.shape === 'round' ? input.length_mm : input.width_mm!,
        cope_mm: input.cope_mm,
        drag_mm: input.drag_mm,
        wall: input.wall ?? 'plain',
        bars: input.bars ?? false,
        cope_kg: input.cope_kg ?? null,
        drag_kg: input.drag_kg ?? null,
        note: input.note ?? null,
        created_at: now()
      },
      { transaction }
    );
    return standing(db, id, transaction);
  });
}

export async function amendFlask(db: Database, id: number, change: FlaskChange): Promise<FlaskRecord> {
  return db.write(async (transaction) => {
    const before = await standing(db, id, transaction);
    if (change.name !== undefined) await mustBeNew(db, change.name, id, transaction);
    const after = { ...before, ...defined(change) };
    if (after.shape === 'round') after.width_mm = after.length_mm;
    const { id: _, created_at: __, ...patch } = after;
    await db.tables.flasks.update(patch, { where: { id }, transaction });
    return standing(db, id, transaction);
  });
}

/** Takes a flask off the rack; molds that were rammed in it keep it. */
export async function removeFlask(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    await standing(db, id, transaction);
    await db.tables.flasks.update({ removed_at: now() }, { where: { id }, transaction });
  });
}

/** @throws Refusal when it is not there, or another has its name by now */
export async function restoreFlask(db: Database, id: number): Promise<FlaskRecord> {
  return db.write(async (transaction) => {
    const row = await db.tables.flasks.findOne({ where: { id }, transaction, raw: true });
    if (!row) throw notFound('flask', id);
    await mustBeNew(db, row.name, id, transaction);
    await db.tables.flasks.update({ removed_at: null }, { where: { id }, transaction });
    return standing(db, id, transaction);
  });
}

async function standing(db: Database, id: number, transaction?: Transaction): Promise<FlaskRecord> {
  const row = await db.tables.flasks.findOne({
    where: { id, removed_at: null },
    raw: true,
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('flask', id);
  return flaskRecord(row);
}

async function mustBeNew(
  db: Database,
  name: string,
  but: number | null,
  transaction: Transaction
): Promise<void> {
  const rows = await db.tables.flasks.findAll({ where: { removed_at: null }, raw: true, transaction });
  const same = rows.some((each) => each.id !== but && each.name.toLowerCase() === name.toLowerCase());
  if (same) throw impossible([{ path: 'name', message: 'there is a flask of that name already' }]);
}

const defined = (change: FlaskChange) =>
  Object.fromEntries(
    Object.entries(change).filter(([, value]) => value !== undefined)
  ) as Partial<FlaskRecord>;

function flaskRecord(row: FlaskRow): FlaskRecord {
  const { removed_at, ...record } = row;
  return { ...record, bars: Boolean(row.bars) };
}
