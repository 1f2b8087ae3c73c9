import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Database } from '../database/database';
import { temporaryDatabase } from '../testing/temporary-database';
import {
  amendLot,
  amendMaterial,
  createLot,
  createMaterial,
  listLots,
  listMaterials,
  readLot,
  removeLot,
  removeMaterial,
  restoreLot
} from './stock';

let db: Database;
let remove: () => Promise<void>;
beforeEach(async () => ({ db, remove } = await temporaryDatabase()));
afterEach(() => remove());

describe('stock', () => {
  it('marks what the handbook says apart from what the user does', async () => {
    const lot = await createLot(db, { kind: 'sodium-bentonite', bought_kg: 5, moisture_percent: 7 } as never);
    expect(lot.moisture_percent).toEqual({ value: 7, source: 'your entry' });
    expect(lot.active_percent).toEqual({ value: 90, source: 'handbook' });
    const plain = await amendLot(db, lot.id, { moisture_percent: null });
    expect(plain.moisture_percent).toEqual({ value: 9, source: 'handbook' });
  });
  it('puts lots of one kind under one material, unless told which', async () => {
    await createLot(db, { kind: 'washed-silica', bought_kg: 25 } as never);
    await createLot(db, { kind: 'washed-silica', bought_kg: 25 } as never);
    const fine = await createMaterial(db, { kind: 'washed-silica', name: 'Fine silica' });
    await createLot(db, { material_id: fine.id, bought_kg: 10 } as never);
    expect((await listMaterials(db)).map((each) => each.name)).toEqual([
      'Washed silica sand, dry',
      'Fine silica'
    ]);
    expect(await listLots(db, { material_id: fine.id })).toHaveLength(1);
    expect((await amendMaterial(db, fine.id, { name: 'Finer silica' })).name).toBe('Finer silica');
  });
  it('believes a fresh weighing of what is left', async () => {
    const lot = await createLot(db, { kind: 'washed-silica', bought_kg: 25 } as never);
    expect((await amendLot(db, lot.id, { on_hand_kg: 21.5 })).on_hand_kg).toBeCloseTo(21.5, 12);
    expect((await readLot(db, lot.id)).bought_kg).toBe(25);
  });
  it('removes and restores, and guards a material that still has lots', async () => {
    const lot = await createLot(db, { kind: 'olivine', bought_kg: 25 } as never);
    await expect(removeMaterial(db, lot.material_id)).rejects.toThrow('1 lot');
    await removeLot(db, lot.id);
    expect(await listLots(db)).toEqual([]);
    expect((await restoreLot(db, lot.id)).id).toBe(lot.id);
    await removeLot(db, lot.id);
    await removeMaterial(db, lot.material_id);
    expect(await listMaterials(db)).toEqual([]);
  });
});
