import Papa from 'papaparse';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { NewEntry } from '$lib/schema/entry';
import type { NewHeapTest } from '$lib/schema/heap-test';
import type { Database } from '../database/database';
import { ledgerTable } from '$lib/schema/query';
import { ledgerFilter } from './ledger-query';
import { queryOf } from '../http/query';
import { temporaryDatabase } from '../testing/temporary-database';
import { readBalances } from './balances';
import { compareHeaps } from './comparison';
import { createHeap } from './heaps';
import { readState } from './heap-state';
import { ledgerCsv } from './ledger-csv';
import { listEntries, type EntryFilter } from './ledger';
import { undoEntry } from './acts';
import { amendEntry, appendEntry, appendTest } from './ledger-writing';

let db: Database;
let remove: () => Promise<void>;
let heap: number;
let spilled: number;
const at = (day: number) => new Date(Date.UTC(2026, 4, day, 9)).toISOString();
const log = (fields: object) => appendEntry(db, heap, fields as NewEntry);
const found = async (filter: EntryFilter) =>
  (await listEntries(db, heap, filter)).items.map(({ at: when }) => Number(when.slice(8, 10)));

beforeEach(async () => {
  ({ db, remove } = await temporaryDatabase());
  const container = { cover: 'sealed', exposed_area_m2: 0.1 };
  heap = (await createHeap(db, { name: 'Shed heap', system: 'water', container } as never)).id;
  await log({
    kind: 'mixed',
    at: at(1),
    additions: [
      { ingredient: 'washed-silica', kg: 30 },
      { ingredient: 'sodium-bentonite', kg: 3 },
      { ingredient: 'water', kg: 0.9 }
    ],
    note: 'First 100 % of it'
  });
  await log({ kind: 'water', at: at(2), kg: 0.2 });
  await appendTest(db, heap, {
    kind: 'green-compression',
    at: at(3),
    load_kg: 18,
    diameter_mm: 50.8
  } as NewHeapTest);
  spilled = (await log({ kind: 'spilled', at: at(4), kg: 0.5, note: '=HYPERLINK("x"), by the door' })).id;
  await log({ kind: 'discarded', at: at(5), kg: 1, burnt: true });
});
afterEach(() => remove());

describe('searching a ledger', () => {
  it.each([
    ['by the door', [4]],
    ['thrown out', [5]],
    ['bentonite', [1]],
    ['Sodium Bentonite', [1]],
    ['green compression', [3]],
    ['mixed', [1]],
    ['100 %', [1]],
    ['moisture', []],
    ['nothing of the kind', []],
    ['', [5, 4, 3, 2, 1]]
  ])('finds “%s”', async (words, days) => expect(await found({ words })).toEqual(days));
  it('narrows by kind, test, time and what was struck out, in either order', async () => {
    expect(await found({ kind: 'tested' })).toEqual([3]);
    expect(await found({ test_kind: 'green-compression' })).toEqual([3]);
    expect(await found({ from: at(2), to: at(4) })).toEqual([4, 3, 2]);
    expect(await found({ oldest_first: true, limit: 2 })).toEqual([1, 2]);
    await undoEntry(db, heap, spilled);
    expect(await found({ words: 'door' })).toEqual([]);
    expect(await found({ words: 'door', undone: true })).toEqual([4]);
  });
  it('reads its filter off an address, a day alone to its end', async () => {
    const url = new URL(
      'http://x/?words=door&to=2026-05-04&zone=America/Los_Angeles&order=oldest&kind=&undone=true'
    );
    expect(await ledgerFilter(db, queryOf(ledgerTable, url, true))).toMatchObject({
      words: 'door',
      kind: undefined,
      to: '2026-05-05T06:59:59.999Z',
      oldest_first: true,
      undone: true
    });
    expect(() => queryOf(ledgerTable, new URL('http://x/?from=soon'))).toThrow();
    const mars = new URL('http://x/?zone=Mars/Olympus');
    expect(() => queryOf(ledgerTable, mars)).toThrow('time zone');
  });
});

describe('the heap after an entry', () => {
  it('is what its state was then', async () => {
    const balance = (await readBalances(db, heap, [spilled])).get(spilled)!;
    const state = await readState(db, heap, at(4));
    expect(balance.total_kg).toBeCloseTo(state.total_kg, 9);
    expect(balance.moisture_percent.value).toBeCloseTo(state.moisture_percent.value, 9);
  });
  it('is not known for one that is struck out', async () => {
    await undoEntry(db, heap, spilled);
    expect((await readBalances(db, heap, [spilled])).size).toBe(0);
  });
});

describe('a ledger as a table', () => {
  it('has a row an entry, oldest first, with the heap after it, and no formula in a cell', async () => {
    const text = await ledgerCsv(db, heap, {});
    const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true });
    expect(errors).toEqual([]);
    expect(data.map(({ kind }) => kind)).toEqual(['mixed', 'water', 'tested', 'spilled', 'discarded']);
    expect(data[3]).toMatchObject({ kg: '0.5', name: 'spilled' });
    expect(data[3]!.note!.startsWith('=')).toBe(false);
    expect(JSON.parse(data[2]!.result!)).toMatchObject({ strength_kpa: expect.closeTo(87.09, 1) });
    expect(Number(data[1]!.heap_kg)).toBeCloseTo(34.1, 2);
  });
  it('is never an old one: what was asked, amended, struck out or added since shows', async () => {
    const rows = async (filter: EntryFilter = {}) =>
      Papa.parse<Record<string, string>>(await ledgerCsv(db, heap, filter), { header: true }).data;
    expect(await rows()).toHaveLength(5);
    expect(await rows({ kind: 'water' })).toHaveLength(1);
    const before = Number((await rows())[4]!.heap_kg);
    await amendEntry(db, heap, spilled, {
      kind: 'spilled',
      at: at(4),
      kg: 0.8,
      note: 'mopped',
      version: 1
    } as NewEntry);
    expect((await rows())[3]).toMatchObject({ kg: '0.8', note: 'mopped', version: '2' });
    expect(Number((await rows())[4]!.heap_kg)).toBeCloseTo(before - 0.3, 2);
    await undoEntry(db, heap, spilled);
    expect(await rows()).toHaveLength(4);
    expect((await rows({ undone: true }))[3]!.undone_at).not.toBe('');
    await log({ kind: 'noted', at: at(6), note: 'aired' });
    expect((await rows()).at(-1)).toMatchObject({ kind: 'noted', note: 'aired' });
  });
});

describe('two heaps side by side', () => {
  it('tells a real difference from doubt, and leaves out what neither holds', async () => {
    const other = (await createHeap(db, { name: 'Other', system: 'water' } as never)).id;
    await appendEntry(db, other, {
      kind: 'bought',
      at: at(1),
      kg: 20,
      moisture_percent: 6,
      active_clay_percent: 8
    } as NewEntry);
    const { figures } = await compareHeaps(db, heap, other, at(5));
    const figure = (name: string) => figures.find((each) => each.name === name);
    expect(figure('moisture')).toMatchObject({ surely: true, difference: expect.closeTo(1.8, 0) });
    expect(figure('active clay')!.surely).toBe(false);
    expect(figure('on hand')).toMatchObject({ surely: null });
    expect(figure('oil')).toBeUndefined();
    await expect(compareHeaps(db, heap, 99)).rejects.toThrow('heap');
  });
});
