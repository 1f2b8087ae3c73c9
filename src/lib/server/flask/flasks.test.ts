import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { flaskChange, newFlask, type NewFlask } from '$lib/schema/flask';
import { check } from '$lib/schema/validate';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import { amendFlask, createFlask, listFlasks, readFlask, removeFlask, restoreFlask } from './flasks';

const shelf = { name: 'Shelf board', length_mm: 350, width_mm: 250, cope_mm: 90, drag_mm: 70 };

describe('the rack of flasks', () => {
  let db: Database;
  let remove: () => Promise<void>;
  beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
  afterEach(() => remove());
  const make = (fields: object = {}) => createFlask(db, { ...shelf, ...fields } as NewFlask);

  it('keeps what a flask measures; a round one is as wide as it is long', async () => {
    const made = await make();
    expect(made).toMatchObject({ ...shelf, shape: 'rectangular', wall: 'plain', bars: false, cope_kg: null });
    const round = await make({ name: 'Cake ring', shape: 'round', length_mm: 260, width_mm: undefined });
    expect(round.width_mm).toBe(260);
    expect(await amendFlask(db, round.id, { length_mm: 280, bars: true })).toMatchObject({
      width_mm: 280,
      bars: true,
      shape: 'round'
    });
    expect(await amendFlask(db, made.id, { name: 'Shelf board' })).toMatchObject(shelf);
    expect(await amendFlask(db, made.id, { cope_kg: 2.1, note: null })).toMatchObject({
      cope_kg: 2.1,
      length_mm: 350
    });
  });
  it('comes off the rack and back, and has each name once', async () => {
    const { id } = await make();
    await expect(make({ name: 'shelf BOARD' })).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'name' }]
    });
    await removeFlask(db, id);
    expect(await listFlasks(db)).toEqual([]);
    await expect(readFlask(db, id)).rejects.toMatchObject({ status: 404 });
    await expect(removeFlask(db, id)).rejects.toMatchObject({ status: 404 });
    expect(await restoreFlask(db, id)).toMatchObject(shelf);
    await removeFlask(db, id);
    await make();
    // Its name was given to another meanwhile.
    await expect(restoreFlask(db, id)).rejects.toMatchObject({ status: 422 });
    await expect(restoreFlask(db, 99)).rejects.toMatchObject({ status: 404 });
  });
  it('takes nothing that is no flask', () => {
    const errors = (fields: object) => {
      const checked = check(newFlask, { ...shelf, ...fields });
      return checked.ok ? [] : checked.errors.map(({ path }) => path);
    };
    expect(errors({})).toEqual([]);
    expect(errors({ width_mm: undefined })).toEqual(['width_mm']);
    expect(errors({ width_mm: undefined, shape: 'round' })).toEqual([]);
    expect(errors({ cope_mm: 0 })).toEqual(['cope_mm']);
    expect(errors({ length_mm: 1e9 })).toEqual(['length_mm']);
    expect(errors({ name: ' ' })).toEqual(['name']);
    expect(check(flaskChange, { drag_mm: -1 }).ok).toBe(false);
  });
});
