import { nowIso } from '$core/time/now';
import type { FlaskChange, FlaskRecord, NewFlask } from '$lib/schema/flask';
import type { Database } from '../database/database';
import { shelf } from '../shelf/shelf';

const rack = shelf(
  'flask',
  (db) => db.tables.flasks,
  ({ removed_at: _, ...record }): FlaskRecord => ({ ...record, bars: Boolean(record.bars) })
);

export const listFlasks = rack.list;
export const readFlask = (db: Database, id: number): Promise<FlaskRecord> => rack.standing(db, id);
/** Takes a flask off the rack; molds that were rammed in it keep it. */
export const removeFlask = rack.remove;
export const restoreFlask = rack.restore;

/** @throws Refusal when another flask has that name */
export async function createFlask(db: Database, input: NewFlask): Promise<FlaskRecord> {
  return db.write(async (transaction) => {
    await rack.mustBeNew(db, input.name, null, transaction);
    const { id } = await db.tables.flasks.create(
      {
        name: input.name,
        shape: input.shape ?? 'rectangular',
        length_mm: input.length_mm,
        width_mm: input.shape === 'round' ? input.length_mm : input.width_mm!,
        cope_mm: input.cope_mm,
        drag_mm: input.drag_mm,
        wall: input.wall ?? 'plain',
        wall_mm: input.wall_mm ?? null,
        material: input.material ?? null,
        pins: input.pins ?? null,
        closing: input.closing ?? null,
        bars: input.bars ?? false,
        cope_kg: input.cope_kg ?? null,
        drag_kg: input.drag_kg ?? null,
        note: input.note ?? null,
        created_at: nowIso()
      },
      { transaction }
    );
    return rack.standing(db, id, transaction);
  });
}

export async function amendFlask(db: Database, id: number, change: FlaskChange): Promise<FlaskRecord> {
  return db.write(async (transaction) => {
    const before = await rack.before(db, id, change.version, transaction);
    if (change.name !== undefined) await rack.mustBeNew(db, change.name, id, transaction);
    const after = { ...before, ...defined(change) };
    if (after.shape === 'round') after.width_mm = after.length_mm;
    const { id: _, created_at: __, ...patch } = after;
    return rack.change(db, id, patch, transaction);
  });
}

const defined = (change: FlaskChange) =>
  Object.fromEntries(
    Object.entries(change).filter(([, value]) => value !== undefined)
  ) as Partial<FlaskRecord>;
