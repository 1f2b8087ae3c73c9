import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes, Sequelize } from 'sequelize';
import { describe, expect, it } from 'vitest';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { appendLotTest } from '../stock/lot-tests';
import { createMaterial, listMaterials, readLot } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { FILE_NAME, openDatabase } from './database';
import * as firstTables from './migrations/0001-first-tables';
import * as readings from './migrations/0002-readings';

describe('database', () => {
  it('is durable: write-ahead log, full sync, foreign keys', async () => {
    const { db, remove } = await temporaryDatabase();
    const pragma = async (name: string) =>
      Object.values(
        (await db.sequelize.query<Record<string, unknown>>(`PRAGMA ${name}`, { type: QueryTypes.SELECT }))[0]!
      )[0];
    expect(await pragma('journal_mode')).toBe('wal');
    expect(await pragma('synchronous')).toBe(2);
    expect(await pragma('foreign_keys')).toBe(1);
    await remove();
  });
  it('stores nothing of a write that throws, and goes on after it', async () => {
    const { db, remove } = await temporaryDatabase();
    const failing = db.write(async () => {
      await createMaterial(db, { kind: 'olivine' });
      throw new Error('stop');
    });
    await expect(failing).rejects.toThrow('stop');
    expect(await listMaterials(db)).toEqual([]);
    await createMaterial(db, { kind: 'olivine' });
    expect(await listMaterials(db)).toHaveLength(1);
    await remove();
  });
  it('brings an older file up to date: its lots go on as they were, and can be tested', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
    const old = new Sequelize({ dialect: 'sqlite', storage: join(folder, FILE_NAME), logging: false });
    const context = old.getQueryInterface();
    await firstTables.up(context);
    await readings.up(context);
    await old.query('CREATE TABLE migrations (name VARCHAR(255) PRIMARY KEY)');
    await old.query(`INSERT INTO migrations VALUES ('${firstTables.name}'), ('${readings.name}')`);
    await old.query(
      `INSERT INTO materials (id, kind, name, created_at) VALUES (1, 'damp-sand', 'Yard sand', '2026-01-01')`
    );
    await old.query(
      `INSERT INTO lots (id, material_id, bought_kg, currency, moisture_fraction, fineness_number, created_at)
       VALUES (7, 1, 25, 'EUR', 0.04, 92, '2026-01-01T00:00:00.000Z')`
    );
    await old.close();
    const db = await openDatabase(folder);
    expect(readdirSync(join(folder, 'before-migration'))).toHaveLength(1);
    expect(await readLot(db, 7)).toMatchObject({
      moisture_percent: { value: 4, source: 'your entry' },
      fineness_number: 92,
      fineness_source: 'your entry',
      fines_percent: null,
      bag_kg: null
    });
    await appendLotTest(db, 7, {
      kind: 'moisture',
      at: '2026-05-01T09:00:00.000Z',
      pan_g: 100,
      wet_g: 200,
      dry_g: 197
    } as NewHeapTest);
    expect((await readLot(db, 7)).moisture_percent).toEqual({ value: 3, source: 'your tests' });
    await db.close();
    // Opened once more there is nothing left to do.
    await (await openDatabase(folder)).close();
    expect(readdirSync(join(folder, 'before-migration'))).toHaveLength(1);
    rmSync(folder, { recursive: true, force: true });
  });
  it('opens again with what was stored, and copies it before a later migration only', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
    const first = await openDatabase(folder);
    await createMaterial(first, { kind: 'olivine' });
    await first.sequelize.query(`DELETE FROM migrations`);
    await first.close();
    // A pending migration over an older file: here it fails, since its tables stand already, and the copy is there.
    await expect(openDatabase(folder)).rejects.toThrow();
    const copies = join(folder, 'before-migration');
    expect(existsSync(join(folder, FILE_NAME))).toBe(true);
    expect(readdirSync(copies)).toHaveLength(1);
    rmSync(folder, { recursive: true, force: true });
  });
});
