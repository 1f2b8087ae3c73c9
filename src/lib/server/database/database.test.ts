import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes } from 'sequelize';
import { describe, expect, it } from 'vitest';
import { createMaterial, listMaterials } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { FILE_NAME, openDatabase } from './database';

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
