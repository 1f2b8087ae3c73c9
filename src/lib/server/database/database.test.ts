import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { QueryTypes, Sequelize } from 'sequelize';
import { describe, expect, it } from 'vitest';
import { replay } from '$core/heap/ledger';
import { totalMass } from '$core/material/composition';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { undoEntry } from '../heap/acts';
import { readState } from '../heap/heap-state';
import { listEntries, type EntryRecord } from '../heap/ledger';
import { loadEntries } from '../heap/ledger-cache';
import { appendLotTest } from '../stock/lot-tests';
import { createMaterial, listMaterials, readLot } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { FILE_NAME, openDatabase } from './database';
import * as firstTables from './migrations/0001-first-tables';
import * as readings from './migrations/0002-readings';

/** Which way the sand of an entry goes, and how much of it there is. */
const SIGN: Record<string, number> = {
  mixed: 1,
  bought: 1,
  added: 1,
  water: 1,
  returned: 1,
  drawn: -1,
  discarded: -1,
  dried: -1,
  poured: 0,
  tested: 0,
  moved: 0,
  noted: 0,
  learning: 0
};
const weightOf = ({ kg, additions }: EntryRecord) =>
  additions === undefined
    ? Number(kg ?? 0)
    : (additions as { kg: number }[]).reduce((sum, each) => sum + each.kg, 0);

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
  it('reads once between two writes; a write, and what was begun before it, are never served from there', async () => {
    const { db, remove } = await temporaryDatabase();
    let reads = 0;
    const names = () =>
      db.sinceLastWrite('names', async () => {
        reads += 1;
        return (await db.tables.members.findAll({ raw: true })).map(({ name }) => name);
      });
    await names();
    expect(await names()).toEqual([]);
    expect(reads).toBe(1);
    let slow: (value: string[]) => void = () => {};
    const begun = db.sinceLastWrite('slow', () => new Promise<string[]>((done) => (slow = done)));
    await db.write(async (transaction) => {
      await db.tables.members.create(
        { name: 'Ada', created_at: '2026-05-01T09:00:00.000Z' },
        { transaction }
      );
      // Within the write itself nothing old is served.
      await names();
      expect(reads).toBe(2);
    });
    slow(['old']);
    expect(await begun).toEqual(['old']);
    expect(await names()).toEqual(['Ada']);
    expect(await db.sinceLastWrite('slow', async () => ['new'])).toEqual(['new']);
    // What failed is tried again.
    await expect(db.sinceLastWrite('bad', () => Promise.reject(new Error('no')))).rejects.toThrow('no');
    expect(await db.sinceLastWrite('bad', async () => 1)).toBe(1);
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
  it('starts on what a kill at the very first start left: no table, or only the empty list of what was applied', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
    const killed = new Sequelize({ dialect: 'sqlite', storage: join(folder, FILE_NAME), logging: false });
    await killed.query('CREATE TABLE migrations (name VARCHAR(255) PRIMARY KEY)');
    await killed.close();
    const db = await openDatabase(folder);
    expect(await listMaterials(db)).toEqual([]);
    await db.close();
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
  it('takes over the ledgers of the version before: every entry as it was, and the masses with them', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
    const stored = gunzipSync(readFileSync('src/lib/server/testing/records-of-migration-3.sqlite.gz'));
    writeFileSync(join(folder, FILE_NAME), stored);
    const old = new Sequelize({ dialect: 'sqlite', storage: join(folder, FILE_NAME), logging: false });
    const before = await old.query<{
      id: number;
      heap_id: number;
      kind: string;
      at: string;
      note: string | null;
    }>(
      `SELECT e.id, e.heap_id, v.kind, v.at, v.note FROM entries e
         JOIN entry_versions v ON v.entry_id = e.id AND v.version = e.version ORDER BY v.at, e.id`,
      { type: QueryTypes.SELECT }
    );
    await old.close();
    const db = await openDatabase(folder);
    for (const [heap, entries] of [
      [1, 239],
      [2, 31],
      [3, 21]
    ] as const) {
      const page = await listEntries(db, heap, { limit: 500, undone: true, oldest_first: true });
      expect(page.total).toBe(entries);
      expect(page.items.map(({ id, kind, at, note }) => ({ id, heap_id: heap, kind, at, note }))).toEqual(
        before.filter(({ heap_id }) => heap_id === heap)
      );
      // What was weighed in and out balances, but for the steam of the pours and the water that dried off.
      const weighed = page.items.reduce((sum, each) => sum + SIGN[each.kind]! * weightOf(each), 0);
      const { bodies } = replay(await loadEntries(db, heap));
      const held = [...bodies.values()].reduce((sum, body) => sum + totalMass(body), 0);
      expect(held).toBeLessThanOrEqual(weighed + 1e-6);
      expect(held).toBeGreaterThan(0.85 * weighed);
      const now = await readState(db, heap, page.items.at(-1)!.at);
      expect(now.active_clay_percent.value).toBeGreaterThan(3);
      expect(now.moisture_percent.sd).toBeGreaterThan(0);
      // Each press of before is an act of its own, and can be undone.
      const last = page.items.at(-1)!;
      await undoEntry(db, heap, last.id);
      expect((await listEntries(db, heap)).total).toBe(entries - 1);
    }
    await db.close();
    rmSync(folder, { recursive: true, force: true });
  });
});
