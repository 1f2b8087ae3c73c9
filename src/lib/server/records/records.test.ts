import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { format } from 'date-fns';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { demoDatabase } from '../demo/demo-database';
import { COMING, FILE_NAME, takeComing } from '../database/coming';
import { openDatabase, type Database } from '../database/database';
import { clearLeftOvers } from '../database/left-overs';
import { migrations } from '../database/migrations';
import { holdFolder } from '../database/sole-server';
import { readStates } from '../heap/heap-state';
import { createHeap } from '../heap/heaps';
import { appendEntry } from '../heap/ledger-writing';
import { createMaterial, listMaterials } from '../stock/stock';
import { temporaryDatabase } from '../testing/temporary-database';
import { backUp, backUpFolder, checkedBackup, withRecords } from './backup';
import { copiesFolder, copyOfTheDay, keptDays, listCopies } from './copies';
import { importRecords } from './import';
import { backupStream, linesStream } from './leaving';
import { asCsv, asJsonLines, columnsOf, recordTables, type Line } from './open-format';
import { restore } from './restore';
import { rowTrouble } from './row-schemas';
import { asRecord, nonsenseIn } from './sense';

let folder: string;
const inside = (...names: string[]) => join(folder, ...names);
const AT = '2026-11-20T09:00:00.000Z';
/** Records as a version long ago left them. */
const BEFORE = 'src/lib/server/testing/records-of-migration-3.sqlite.gz';

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'brunkel-test-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A folder with one material of this name in it. */
async function recordsWith(name: string, at = 'records'): Promise<string> {
  const db = await openDatabase(inside(at));
  await createMaterial(db, { kind: 'olivine', name });
  await db.close();
  return inside(at);
}
const namesIn = async (db: Database) => (await listMaterials(db)).map(({ name }) => name);
async function namesOf(at: string): Promise<string[]> {
  const db = await openDatabase(at);
  const names = await namesIn(db);
  await db.close();
  return names;
}

describe('a backup', () => {
  it('is one whole file, of the state at one moment, for its owner alone, made while writing goes on', async () => {
    const db = await openDatabase(inside('records'));
    await createMaterial(db, { kind: 'olivine', name: 'before' });
    const file = inside('kept', 'backup.sqlite');
    const [, later] = await Promise.all([
      backUp(db.sequelize, file),
      createMaterial(db, { kind: 'olivine', name: 'meanwhile' })
    ]);
    expect(later.name).toBe('meanwhile');
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(readdirSync(inside('kept'))).toEqual(['backup.sqlite']);
    expect(await checkedBackup(file)).toMatchObject({ heaps: 0, entries: 0, latest: null });
    await expect(backUp(db.sequelize, file)).rejects.toThrow('there already');
    await db.close();
  });
  it('of records that are closed needs no log: the file alone holds all of them', async () => {
    const at = await recordsWith('olivine, coarse');
    expect(readdirSync(at).filter((name) => name.startsWith(FILE_NAME))).toEqual([FILE_NAME]);
    writeFileSync(inside('copied.sqlite'), readFileSync(join(at, FILE_NAME)));
    await withRecords(inside('copied.sqlite'), async (sequelize) => {
      const [rows] = await sequelize.query('SELECT name FROM materials');
      expect(rows).toEqual([{ name: 'olivine, coarse' }]);
    });
  });
});

describe('a restore', () => {
  it('gives back the backup and keeps aside what was there, log and all', async () => {
    const at = await recordsWith('old');
    await backUpFolder(at, inside('old.sqlite'));
    const db = await openDatabase(at);
    await createMaterial(db, { kind: 'olivine', name: 'new' });
    // As after a kill: the log is not folded in.
    const stale = readFileSync(join(at, `${FILE_NAME}-wal`));
    await db.close();
    writeFileSync(join(at, `${FILE_NAME}-wal`), stale);
    const { aside } = await restore(at, inside('old.sqlite'));
    expect(await namesOf(at)).toEqual(['old']);
    expect(readdirSync(aside!).sort()).toEqual([FILE_NAME, `${FILE_NAME}-wal`]);
  });
  it('refuses what is damaged, foreign, newer or being served, and leaves the records as they were', async () => {
    const at = await recordsWith('mine');
    const good = inside('good.sqlite');
    await backUpFolder(at, good);
    const damaged = inside('damaged.sqlite');
    const bytes = readFileSync(good);
    writeFileSync(damaged, bytes.subarray(0, bytes.length / 2));
    await expect(restore(at, damaged)).rejects.toThrow('damaged');
    writeFileSync(inside('letter.txt'), 'Dear caster, this is no file of records at all.');
    await expect(restore(at, inside('letter.txt'))).rejects.toThrow('no file of records');
    await expect(restore(at, inside('nothing.sqlite'))).rejects.toThrow('There is no file');
    const newer = inside('newer.sqlite');
    writeFileSync(newer, bytes);
    await withRecords(newer, (sequelize) =>
      sequelize.query(`INSERT INTO migrations VALUES ('9999-tomorrow')`)
    );
    await expect(restore(at, newer)).rejects.toThrow('newer Brunkel');
    const foreign = inside('foreign.sqlite');
    writeFileSync(foreign, '');
    await withRecords(foreign, (sequelize) => sequelize.query('CREATE TABLE songs (id INTEGER)'));
    await expect(restore(at, foreign)).rejects.toThrow('another program');
    const release = await holdFolder(at);
    await expect(restore(at, good)).rejects.toThrow('already');
    await release();
    expect(await namesOf(at)).toEqual(['mine']);
    expect(existsSync(join(at, 'aside'))).toBe(false);
  });
  it('that was killed between its moves is gone on with at the next start', async () => {
    const at = await recordsWith('old');
    await backUpFolder(at, inside('old.sqlite'));
    const db = await openDatabase(at);
    await createMaterial(db, { kind: 'olivine', name: 'new' });
    await db.close();
    // The checked copy is there; the records are still in their place, or already half aside.
    writeFileSync(join(at, COMING), readFileSync(inside('old.sqlite')));
    expect(await namesOf(at)).toEqual(['old']);
    expect(takeComing(at)).toBeNull();
    writeFileSync(join(at, COMING), readFileSync(inside('old.sqlite')));
    rmSync(join(at, FILE_NAME));
    expect(await namesOf(at)).toEqual(['old']);
  });
});

describe('the copies of days', () => {
  it('are made once a day, and those that are too many go', async () => {
    const db = await openDatabase(inside('records'));
    const day = (n: number) => new Date(2026, 0, n, 12);
    for (let n = 1; n <= 10; n++) expect(await copyOfTheDay(db, day(n))).toBe(true);
    expect(await copyOfTheDay(db, day(10))).toBe(false);
    // The first three days are of weeks and of a month that have later ones.
    expect(listCopies(db.folder).map((copy) => copy.day)).toEqual(
      ['10', '09', '08', '07', '06', '05', '04'].map((each) => `2026-01-${each}`)
    );
    expect(await checkedBackup(listCopies(db.folder)[0]!.file)).toMatchObject({ heaps: 0 });
    await db.close();
  });
  it('keep a copy of a long time ago while it is the latest of its month', () => {
    const days = ['2026-01-05', '2026-01-20', '2026-11-20'];
    expect([...keptDays(days, new Date(2026, 10, 20))].sort()).toEqual([
      '2026-01-05',
      '2026-01-20',
      '2026-11-20'
    ]);
    const daily = Array.from({ length: 100 }, (_, i) => format(new Date(2026, 0, i + 1), 'yyyy-MM-dd'));
    const hundred = keptDays(daily, new Date(2026, 3, 10));
    // Seven days, the Sundays of seven weeks before, the ends of the months.
    for (const day of [
      '2026-04-10',
      '2026-04-04',
      '2026-03-29',
      '2026-03-01',
      '2026-02-22',
      '2026-03-31',
      '2026-01-31'
    ])
      expect(hundred).toContain(day);
    for (const day of ['2026-04-03', '2026-02-15', '2026-01-30']) expect(hundred).not.toContain(day);
    const months = Array.from(
      { length: 30 },
      (_, i) => `20${24 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, '0')}-15`
    );
    const kept = keptDays(months, new Date(2026, 5, 16));
    expect(kept.size).toBe(12);
    expect(kept).toContain('2026-06-15');
  });
});

/** Rows of each table, spoilt: what is changed (whether this row can be), and what is said. */
const SPOILT: [string, (row: Line['row']) => unknown, RegExp][] = [
  ['materials', (row) => (row.kind = 'sugar'), /kind must be one of/],
  ['lots', (row) => (row.bought_kg = -3), /bought_kg must be more than 0/],
  ['lots', (row) => (row.moisture_fraction = 9), /moisture_percent must be 0 to 60/],
  ['lots', (row) => (row.adjusted_kg = 'some'), /must be a number/],
  ['heaps', (row) => (row.system = 'sugar'), /system must be one of/],
  [
    'heaps',
    (row) => (row.container = { cover: 'sealed', exposed_area_m2: 'wide' }),
    /exposed_area_m2 must be/
  ],
  ['heaps', (row) => (row.policy = { burnt_out_percent: 300 }), /policy.burnt_out_percent/],
  ['heaps', (row) => (row.version = 0), /version/],
  ['heaps', (row) => (row.created_at = 'yesterday'), /created_at must be an ISO 8601 time/],
  ['entry_versions', (row) => ((row.event as Line['row']).kind = 'sung'), /kind must be a kind of entry/],
  ['entry_versions', (row) => (row.event = null), /kind|record/],
  ['entry_versions', (row) => (row.at = '2026-02-30T10:00:00Z'), /at names a day that is not/],
  ['entry_versions', (row) => row.kind === 'drawn' && ((row.event as Line['row']).kg = 1e9), /kg must be/],
  [
    'entry_versions',
    (row) => row.kind === 'tested' && ((row.event as { test: Line['row'] }).test.kind = 'taste'),
    /kind must be a kind/
  ],
  ['lot_uses', (row) => (row.kg = -1), /must be 0 to 1000 kg/],
  ['acts', (row) => (row.molds = {}), /molds must be a list/],
  ['members', (row) => (row.name = ''), /name is required|name needs/],
  ['members', (row) => (row.hours = [{ weekday: 9, from_min: 0, to_min: 1 }]), /hours\[0\].weekday/],
  ['sessions', (row) => (row.stage = 'asleep'), /stage must be one of/],
  ['sessions', (row) => (row.steps = [{}]), /is required/],
  ['molds', (row) => (row.state = 'eaten'), /state must be one of/],
  ['molds', (row) => (row.patterns = [{ pattern_id: 1, count: 0 }]), /count must be/],
  ['molds', (row) => (row.poured = { at: AT }), /is required/],
  ['castings', (row) => (row.result = 'lovely'), /result must be one of/],
  ['plans', (row) => (row.wanted = []), /wanted needs a casting/],
  ['plans', (row) => (row.molds = [{}]), /is required/],
  ['branches', (row) => (row.steps = [{ do: 'dance' }]), /do must be one of/],
  ['answers', (row) => (row.truth = 'so'), /truth must be an object/],
  ['flasks', (row) => (row.length_mm = 0), /length_mm must be more than 0/],
  ['patterns', (row) => (row.footprint_mm = [[1]]), /footprint_mm/],
  ['patterns', (row) => (row.photo_hash = '../secret'), /must be the hash/],
  ['meshes', (row) => (row.analysis = {}), /analysis\..* is required/],
  ['trials', (row) => (row.outcome = 'luck'), /outcome must be one of/],
  ['trials', (row) => (row.lot = ['as-now']), /lot|must have/],
  ['trials', (row) => (row.molds = [{ place: 99, mold_id: 1, value: null }]), /place must be/],
  ['alloys', (row) => (row.based_on = 'mithril'), /based_on must be one of/],
  ['settings', (row) => row.name === 'simulated_devices' && (row.value = '"maybe"'), /boolean/]
];

describe('an export', () => {
  it('comes back with the same states to the last digit, and every other row too', async () => {
    const { db, remove } = await demoDatabase('2026-11-20');
    const states = await readStates(db, AT);
    let text = '';
    for await (const line of asJsonLines(db.sequelize)) text += line;
    const file = inside('records.jsonl');
    writeFileSync(file, text);
    let csv = '';
    for await (const line of asCsv(db.sequelize, 'heaps')) csv += line;
    expect(csv.split('\r\n')).toHaveLength(1 + 3 + 1);
    await remove();
    const { held, aside } = await importRecords(inside('elsewhere'), file);
    expect([held.heaps, aside]).toEqual([3, null]);
    const there = await openDatabase(inside('elsewhere'));
    expect(await readStates(there, AT)).toEqual(states);
    let again = '';
    for await (const line of asJsonLines(there.sequelize)) again += line;
    const rows = (of: string) => of.slice(of.indexOf('\n'));
    expect(rows(again)).toBe(rows(text));
    await expect(importRecords(inside('elsewhere'), file)).rejects.toThrow('records in');

    // What the interface would not have taken, row by row, each spoilt in one place.
    const lines = text.trimEnd().split('\n');
    const whole = lines.slice(1).map((line) => JSON.parse(line) as Line);
    for (const [table, spoil, message] of SPOILT) {
      const columns = await columnsOf(there.sequelize, table);
      const row = whole
        .filter((line) => line.table === table)
        .map((line) => asRecord(columns, structuredClone(line.row)))
        .find((each) => spoil(each) !== false)!;
      expect(row, `${table} ${message}`).toBeDefined();
      const trouble = rowTrouble(table, row);
      expect(`${trouble?.path} ${trouble?.message}`, table).toMatch(message);
    }
    await there.close();
    // The line is that of the file, and nothing of it stays.
    const at = lines.findIndex((line) => line.includes('"table":"heaps"'));
    const spoilt = JSON.parse(lines[at]!) as Line;
    spoilt.row.container = {};
    const refused = (all: string[]) => {
      writeFileSync(inside('spoilt.jsonl'), all.join('\n'));
      return expect(importRecords(inside('empty'), inside('spoilt.jsonl'))).rejects;
    };
    await refused(lines.with(at, JSON.stringify(spoilt))).toThrow(
      new RegExp(`Line ${at + 1} of .*heaps 1.*container.* is required; nothing was taken over`)
    );
    expect(readdirSync(inside('empty')).filter((name) => name !== '.in-use')).toEqual([]);
  });
  it('is refused where a row names what is not there, or a heap cannot be worked out', async () => {
    const { db, remove } = await temporaryDatabase();
    const heap = await createHeap(db, { name: 'Old', system: 'water' });
    await appendEntry(db, heap.id, {
      kind: 'mixed',
      at: AT,
      additions: [
        { ingredient: 'sand', kg: 20 },
        { ingredient: 'binder', kg: 2 },
        { ingredient: 'water', kg: 0.6 }
      ],
      confirmed: true
    });
    expect(await nonsenseIn(db)).toBeNull();
    const spoil = (sql: string) => db.sequelize.query(sql);
    await spoil(`UPDATE entries SET version = 7`);
    expect(await nonsenseIn(db)).toMatchObject({ table: 'entries', key: '1', why: 'has no version 7' });
    await spoil(`UPDATE entries SET version = 1`);
    await spoil(`UPDATE acts SET molds = '[{"mold_id":9,"before":"planned","after":"rammed"}]'`);
    expect(await nonsenseIn(db)).toMatchObject({
      table: 'acts',
      why: 'names mold_id 9, which is not among the molds'
    });
    await spoil(`UPDATE acts SET molds = '[]'`);
    // Sound as a row: an addition that says what it is by no composition.
    await spoil(
      `UPDATE entry_versions SET event = json_set(event, '$.additions[0].active_fraction', 'much') WHERE id = 1`
    );
    expect((await nonsenseIn(db))?.why).toBeTruthy();
    await remove();
  });
  it('of records made by a version before is taken', async () => {
    const at = inside('before');
    mkdirSync(at);
    writeFileSync(join(at, FILE_NAME), gunzipSync(readFileSync(BEFORE)));
    const db = await openDatabase(at);
    expect(await nonsenseIn(db)).toBeNull();
    await db.close();
  });
  it('is refused, line and all, when it is not what it should be; nothing is left behind', async () => {
    const head = JSON.stringify({ brunkel: 'records', layout: ['0001-first-tables'], exported_at: AT });
    const latest = JSON.stringify({ brunkel: 'records', layout: [migrations.at(-1)!.name], exported_at: AT });
    const fileLine = (hash: string, media: string) =>
      JSON.stringify({ table: 'files', row: { hash, media, bytes: 1, created_at: AT } });
    const wrong: [string, RegExp][] = [
      ['', /is empty/],
      ['{"a":1}', /Line 1 .*not the head/],
      [JSON.stringify({ brunkel: 'records', layout: ['9999-tomorrow'], exported_at: AT }), /newer Brunkel/],
      [`${head}\n{"table":`, /Line 2 .*not JSON/],
      [`${head}\n{"table":"songs","row":{}}`, /names no table/],
      [`${head}\n{"table":"materials","row":{"id":1,"colour":"red"}}`, /unknown field, colour/],
      [`${head}\n{"table":"materials","row":{"id":1}}`, /cannot be taken/],
      [`${latest}\n${fileLine('../../secret.txt', 'image/jpeg')}`, /Line 2 .*must be the hash of a file/],
      [`${latest}\n${fileLine('ab'.repeat(32), 'text/html')}`, /Line 2 .*media must be one of image\/jpeg/],
      [
        `${latest}\n${JSON.stringify({ table: 'materials', row: { id: 1, name: 'x\u0000y' } })}`,
        /characters that are none/
      ]
    ];
    for (const [text, message] of wrong) {
      writeFileSync(inside('wrong.jsonl'), text);
      await expect(importRecords(inside('empty'), inside('wrong.jsonl'))).rejects.toThrow(message);
    }
    expect(readdirSync(inside('empty')).filter((name) => name !== '.in-use')).toEqual([]);
  });
  it('goes into no folder with any record, though it has no heap; one that was only started is empty', async () => {
    const at = inside('started');
    await (await openDatabase(at)).close();
    const other = await recordsWith('olivine');
    const db = await openDatabase(other);
    let text = '';
    for await (const line of asJsonLines(db.sequelize)) text += line;
    await db.close();
    const file = inside('one.jsonl');
    writeFileSync(file, text);
    const { aside } = await importRecords(at, file);
    expect(aside).toContain('aside');
    expect(await namesOf(at)).toEqual(['olivine']);
    await expect(importRecords(at, file)).rejects.toThrow('records in');
  });
  it('names its tables with those that others refer to first', async () => {
    const db = await openDatabase(inside('records'));
    const tables = await recordTables(db.sequelize);
    const before = (one: string, other: string) => tables.indexOf(one) < tables.indexOf(other);
    expect(
      before('heaps', 'entries') && before('entries', 'entry_versions') && before('sessions', 'molds')
    ).toBe(true);
    expect(tables).not.toContain('answered_requests');
    await db.close();
  });
});

describe('what a server that was killed left unfinished', () => {
  it('is gone at the next start, and nothing else with it', () => {
    const at = inside('left');
    for (const name of [
      'files/.in-1',
      'files/ab/abc',
      'copies/.leaving-1-1.sqlite',
      'copies/brunkel-2026-01-05.sqlite'
    ]) {
      mkdirSync(dirname(join(at, name)), { recursive: true });
      writeFileSync(join(at, name), 'x');
    }
    clearLeftOvers(at);
    expect(readdirSync(join(at, 'files'))).toEqual(['ab']);
    expect(readdirSync(join(at, 'copies'))).toEqual(['brunkel-2026-01-05.sqlite']);
    clearLeftOvers(inside('nowhere'));
  });
});

describe('a copy on its way out', () => {
  it('is let go of, whoever stops listening and whenever; only so many are made at once', async () => {
    const { db, remove } = await temporaryDatabase();
    const left = () => (existsSync(copiesFolder(db.folder)) ? readdirSync(copiesFolder(db.folder)) : []);
    for (const stream of [
      () => backupStream(db),
      () => linesStream(db, asJsonLines),
      () =>
        linesStream(db, async function* () {
          yield 'one\n';
          throw new Error('the disk is gone');
        })
    ]) {
      // Unread, half read, and read until it fails or ends.
      await (await stream()).cancel();
      const reader = (await stream()).getReader();
      await reader.read().catch(() => undefined);
      await reader.cancel().catch(() => undefined);
      await vi.waitFor(() => expect(left()).toEqual([]));
    }
    const open = await Promise.all([backupStream(db), backupStream(db), backupStream(db)]);
    await expect(backupStream(db)).rejects.toMatchObject({ status: 503 });
    for (const each of open) await each.cancel();
    await vi.waitFor(() => expect(left()).toEqual([]));
    await (await backupStream(db)).cancel();
    await vi.waitFor(() => expect(left()).toEqual([]));
    await remove();
  });
});
