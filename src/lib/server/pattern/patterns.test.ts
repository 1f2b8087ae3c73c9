import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writeStl } from '$core/pattern/file/write-stl';
import { plate, rectangle, turned } from '$core/pattern/shape/bodies';
import { newPattern } from '$lib/schema/pattern';
import { check } from '$lib/schema/validate';
import { openDatabase, type Database } from '../database/database';
import { filePath, filesFolder } from '../database/packed-files';
import { keepFile, readFileRow, takeIn, type Incoming } from '../file/files';
import { backUp, backUpFolder, checkedBackup } from '../records/backup';
import { restore } from '../records/restore';
import { temporaryDatabase } from '../testing/temporary-database';
import { takeMesh } from './meshes';
import { putOnCoat, takeOffCoat } from './coats';
import {
  amendPattern,
  createPattern,
  listPatterns,
  photograph,
  readPattern,
  removePattern,
  restorePattern
} from './patterns';

const TAPERED = writeStl(plate(rectangle(0.12, 0.08), 0.02, [], 0.1));
let db: Database;
let remove: () => Promise<void>;
beforeAll(async () => ({ db, remove } = await temporaryDatabase()));
afterAll(() => remove());

async function* chunks(bytes: Uint8Array) {
  for (let at = 0; at < bytes.length; at += 10_000) yield bytes.subarray(at, at + 10_000);
}
const sent = (bytes: Uint8Array): Promise<Incoming> => takeIn(db, chunks(bytes), 1e7);
const leftovers = () =>
  existsSync(filesFolder(db.folder))
    ? readdirSync(filesFolder(db.folder)).filter((name) => name.startsWith('.in-'))
    : [];
const box = { length_mm: 120, width_mm: 80, height_mm: 20 };

describe('files', () => {
  it('lie under the hash of what they hold, once however often they come', async () => {
    const [a, b] = [await sent(TAPERED), await sent(TAPERED)];
    expect(a.hash).toBe(b.hash);
    for (const each of [a, b])
      await db.write((transaction) =>
        keepFile(db, each, { media: 'model/stl', name: 'latch.stl' }, transaction)
      );
    expect(readFileSync((await readFileRow(db, a.hash)).path).equals(TAPERED)).toBe(true);
    expect(leftovers()).toEqual([]);
  });

  it('too long, empty or broken off leaves nothing behind', async () => {
    await expect(takeIn(db, chunks(TAPERED), 100)).rejects.toMatchObject({ status: 413 });
    await expect(takeIn(db, chunks(new Uint8Array()), 100)).rejects.toMatchObject({ status: 400 });
    async function* broken() {
      yield TAPERED.subarray(0, 100);
      throw new Error('the phone went out of reach');
    }
    await expect(takeIn(db, broken(), 1e6)).rejects.toMatchObject({ status: 400 });
    expect(leftovers()).toEqual([]);
  });
});

describe('meshes', () => {
  it('are measured, and how they draw is told in the interface’s units', async () => {
    const mesh = await takeMesh(db, await sent(TAPERED), { name: 'latch.stl' });
    // A pyramid's stump by its mid-section: h/6 (A + 4M + B).
    const stump = (2 / 6) * (12 * 8 + 4 * 11.4 * 7.6 + 10.8 * 7.2);
    expect(mesh).toMatchObject({ format: 'stl', unit: 'mm', unit_stated: false, name: 'latch.stl' });
    expect(mesh.analysis.volume_cm3 / stump).toBeCloseTo(1, 4);
    expect(mesh.analysis.watertight).toBe(true);
    // Its long walls lean 11.3 degrees, its short ones 16.7.
    expect(mesh.analysis.drawing.degrees_cm2.map((cm2) => cm2 > 0)).toEqual([...Array(10).fill(false), true]);
    expect(Math.abs(mesh.analysis.pulls[0]!.way[2])).toBe(1);
    expect(mesh.analysis.findings.map(({ is }) => is)).toEqual(['draws']);
    const again = await takeMesh(db, await sent(TAPERED), {});
    expect(again.id).toBe(mesh.id);
    const inches = await takeMesh(db, await sent(TAPERED), { unit: 'in' });
    expect(inches.id).not.toBe(mesh.id);
    expect(inches.analysis.volume_cm3 / mesh.analysis.volume_cm3).toBeCloseTo(25.4 ** 3, -1);
  });

  it('others have their turn while one is worked out', async () => {
    const spool = writeStl(
      turned([
        [0, 0],
        [0.04, 0],
        [0.04, 0.01],
        [0.02, 0.01],
        [0.02, 0.05],
        [0.04, 0.05],
        [0.04, 0.06],
        [0, 0.06]
      ])
    );
    const file = await sent(spool);
    let turns = 0;
    const beat = setInterval(() => (turns += 1), 5);
    const { analysis } = await takeMesh(db, file, {});
    clearInterval(beat);
    expect(turns).toBeGreaterThan(10);
    expect(analysis.pulls[0]!.undercut_cm2).toBe(0);
  });

  it('what is none is refused with why, and nothing is kept', async () => {
    const before = await db.tables.files.count();
    const none = await sent(new TextEncoder().encode('solid as a rock'));
    await expect(takeMesh(db, none, {})).rejects.toMatchObject({
      status: 422,
      errors: [{ path: 'file', message: expect.stringContaining('no facet') as string }]
    });
    expect(await db.tables.files.count()).toBe(before);
    rmSync(none.path);
  });
});

describe('patterns', () => {
  it('know their volume by whatever is known of them', async () => {
    const mesh = await takeMesh(db, await sent(TAPERED), {});
    const of = async (name: string, known: object) =>
      (await createPattern(db, { name, ...box, ...known })).volume_l;
    expect(await of('By its box', {})).toBeNull();
    expect(await of('By mesh', { known_by: 'mesh', mesh_id: mesh.id })).toBeCloseTo(
      mesh.analysis.volume_cm3 / 1000,
      9
    );
    expect(await of('By water', { known_by: 'displacement', volume_l: 0.15 })).toBe(0.15);
    expect(await of('By weight', { known_by: 'mass', pattern_kg: 0.1, material: 'pine' })).toBeCloseTo(
      0.2,
      9
    );
    const solids = [{ shape: 'box', length_mm: 100, width_mm: 50, height_mm: 20 }];
    expect(await of('By solids', { known_by: 'solids', solids })).toBeCloseTo(0.1, 9);
  });

  it('what they are said to be known by must be there', () => {
    const wrong = (given: object) => {
      const found = check(newPattern, { name: 'A', ...box, ...given });
      return found.ok ? [] : found.errors.map(({ path }) => path);
    };
    expect(wrong({ known_by: 'mesh' })).toEqual(['mesh_id']);
    expect(wrong({ known_by: 'displacement' })).toEqual(['volume_l']);
    expect(wrong({ known_by: 'mass', pattern_kg: 1 })).toEqual(['material']);
    expect(wrong({ known_by: 'solids', solids: [] })).toEqual(['solids']);
    expect(
      wrong({ known_by: 'solids', solids: [{ shape: 'ring', diameter_mm: 50, inner_mm: 50, height_mm: 5 }] })
    ).toEqual(['solids[0].inner_mm', 'solids']);
    expect(wrong({ solids: [{ shape: 'box', length_mm: 5, width_mm: 5 }] })).toEqual(['solids[0].height_mm']);
    expect(wrong({ above_mm: 21 })).toEqual(['above_mm']);
    expect(wrong({})).toEqual([]);
  });

  it('half of a split one lies in the cope; a change keeps the rest; a name stands once', async () => {
    const split = await createPattern(db, { name: 'Handle', kind: 'split', ...box });
    expect(split.above_mm).toBe(10);
    const changed = await amendPattern(db, split.id, {
      wear: 'a chip at the dowel',
      carry_over: ['centre line']
    });
    expect(changed).toMatchObject({ name: 'Handle', above_mm: 10, wear: 'a chip at the dowel' });
    await expect(createPattern(db, { name: 'handle', ...box })).rejects.toMatchObject({ status: 422 });
    await expect(amendPattern(db, split.id, { height_mm: 5 })).rejects.toMatchObject({ status: 422 });
    await removePattern(db, split.id);
    expect((await listPatterns(db)).some(({ id }) => id === split.id)).toBe(false);
    expect((await restorePattern(db, split.id)).name).toBe('Handle');
  });

  it('counts its changes, and refuses one that was made from an older look', async () => {
    const { id, version } = await createPattern(db, { name: 'Counted', ...box });
    const changed = await amendPattern(db, id, { wear: 'none', version });
    expect(changed.version).toBe(version + 1);
    await expect(amendPattern(db, id, { wear: 'a crack', version })).rejects.toMatchObject({
      status: 409,
      errors: [{ path: 'version' }]
    });
    await removePattern(db, id);
    expect((await restorePattern(db, id)).version).toBe(version + 3);
  });

  it('coats go on and come off one at a time, and no other is lost with one', async () => {
    const { id } = await createPattern(db, { name: 'Coated', ...box });
    const at = (hour: number) => new Date(Date.UTC(2026, 4, 1, hour)).toISOString();
    const coat = (what: 'filler' | 'primer', hour: number) => ({ what, at: at(hour), dry_h: 4 });
    await putOnCoat(db, id, coat('filler', 8));
    await putOnCoat(db, id, coat('primer', 13));
    const left = await takeOffCoat(db, id, at(8));
    expect(left.coats.map(({ what }) => what)).toEqual(['primer']);
    await expect(takeOffCoat(db, id, at(8))).rejects.toMatchObject({ status: 404 });
    for (let i = 1; i < 40; i++) await putOnCoat(db, id, coat('primer', 13 + i));
    await expect(putOnCoat(db, id, coat('primer', 90))).rejects.toMatchObject({ status: 422 });
  });

  it('a photo is made small, and says neither where nor when it was taken', async () => {
    const { id } = await createPattern(db, { name: 'Photographed', ...box });
    const before = leftovers();
    const big = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#b4441e' } })
      .withExif({ IFD0: { Make: 'A phone' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .jpeg()
      .toBuffer();
    const file = await sent(big);
    expect((await sharp(file.path).metadata()).exif).toBeDefined();
    const { photo_hash } = await photograph(db, id, file);
    const kept = await sharp((await readFileRow(db, photo_hash!)).path).metadata();
    expect(kept).toMatchObject({ width: 1600, height: 1067, format: 'jpeg' });
    expect(kept.exif).toBeUndefined();
    const text = await sent(new TextEncoder().encode('not a picture'));
    await expect(photograph(db, id, text)).rejects.toMatchObject({ status: 415 });
    expect((await readPattern(db, id)).photo_hash).toBe(photo_hash);
    expect(leftovers()).toEqual(before);
  });

  it('go with a backup, photos and meshes too', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'brunkel-away-'));
    const file = join(folder, 'backup.sqlite');
    await backUp(db.sequelize, file, db.folder);
    const into = join(folder, 'anew');
    const { held } = await restore(into, file);
    expect(held.missing).toBe(0);
    // Not served yet, its files still lie in it: carried on from here it is as whole.
    const on = join(folder, 'carried-on.sqlite');
    await backUpFolder(into, on);
    const further = await restore(join(folder, 'further'), on);
    expect(further.held).toEqual(held);
    const back = await openDatabase(into);
    const rows = await back.tables.files.findAll({ raw: true });
    expect(rows.length).toBeGreaterThan(2);
    for (const { hash, bytes } of rows)
      expect(
        readFileSync(filePath(into, hash)).equals(readFileSync(filePath(db.folder, hash))) && bytes
      ).toBeTruthy();
    expect((await listPatterns(back)).length).toBe((await listPatterns(db)).length);
    await back.close();
    // One gone, one no longer what it was: a backup says so.
    rmSync(filePath(into, rows[0]!.hash));
    writeFileSync(filePath(into, rows[1]!.hash), 'something else');
    const poorer = join(folder, 'poorer.sqlite');
    await backUpFolder(into, poorer);
    expect(await checkedBackup(poorer)).toMatchObject({ files: rows.length, missing: 2 });
    rmSync(folder, { recursive: true });
  });
});
