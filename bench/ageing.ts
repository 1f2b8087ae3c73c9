import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { setTimeout } from 'node:timers/promises';
import type { LedgerEntry } from '../src/core/heap/entry';
import type { BranchStep } from '../src/lib/schema/branch';
import type { NewEntry } from '../src/lib/schema/entry';
import { followSteps } from '../src/lib/server/branch/branches';
import { openDatabase, type Database } from '../src/lib/server/database/database';
import { EVENT_FORMAT } from '../src/lib/server/database/event-format';
import { newAct } from '../src/lib/server/heap/new-act';
import { readBalances } from '../src/lib/server/heap/balances';
import { readState } from '../src/lib/server/heap/heap-state';
import { createHeap, heapRow } from '../src/lib/server/heap/heaps';
import { keepWalks } from '../src/lib/server/heap/kept-walk';
import { readLearned } from '../src/lib/server/heap/learned';
import { listEntries } from '../src/lib/server/heap/ledger';
import { ledgerCsv } from '../src/lib/server/heap/ledger-csv';
import { appendEntry } from '../src/lib/server/heap/ledger-writing';
import { readRenewal } from '../src/lib/server/heap/renewal';
import { readStory } from '../src/lib/server/heap/story';
import { busyLedger } from './computing';
import type { Measured } from './table';

const ENTRIES = 8000;
const ROUNDS = 15;
/** What ten busy years come to. */
const VERY_OLD = 20_000;

/** A heap with a long ledger: how long each reader of it, and a new entry, take once it was read. */
export async function ageing(): Promise<Measured[]> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-ageing-'));
  const db = await openDatabase(folder);
  try {
    const heap = await oldHeap(db, busyLedger(ENTRIES));
    const latest = busyLedger(ENTRIES).at(-1)!.at;
    const at = (minutes: number) => new Date(Date.parse(latest) + minutes * 60_000).toISOString();
    const first = performance.now();
    await readState(db, heap, at(0));
    const first_ms = performance.now() - first;
    let minute = 0;
    const readers: [string, () => Promise<unknown>][] = [
      ['state', () => readState(db, heap, at(++minute))],
      [
        'ledger page',
        async () => {
          const page = await listEntries(db, heap, { limit: 50 });
          await readBalances(
            db,
            heap,
            page.items.map(({ id }) => id)
          );
        }
      ],
      ['learned', () => readLearned(db, heap, at(minute))],
      ['story', () => readStory(db, heap, 90, at(minute))],
      ['renewal', () => readRenewal(db, heap, {}, at(minute))],
      ['CSV', () => ledgerCsv(db, heap, { undone: true })],
      ['append', () => appendEntry(db, heap, { kind: 'noted', at: at(++minute), note: 'aired' } as NewEntry)],
      [
        'append of water, and its state',
        async () => {
          await appendEntry(db, heap, {
            kind: 'water',
            at: at(++minute),
            kg: 0.2,
            confirmed: true
          } as NewEntry);
          await readState(db, heap, at(minute));
        }
      ]
    ];
    const rows: Measured[] = [
      { what: `${ENTRIES} entries: first read`, value: first_ms, target: 2500, unit: 'ms' }
    ];
    for (const [name, read] of readers)
      rows.push({
        what: `${ENTRIES} entries: ${name}`,
        value: await medianMs(read),
        target: 30,
        unit: 'ms'
      });
    const year = [{ do: 'policy', times: 52, days: 7, metal_kg: 2, burnt_out_percent: 50, new_sand_kg: 1 }];
    rows.push({
      what: `${ENTRIES} entries: a branch of 52 weeks`,
      value: await medianMs(() => followSteps(db, heap, year as BranchStep[], at(++minute))),
      target: 300,
      unit: 'ms'
    });
    return [...rows, ...(await veryOld())];
  } finally {
    await db.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * A ledger of ten years: the first look at it after a start, how long anybody else waits by it, and an entry that belongs
 * near its start.
 */
async function veryOld(): Promise<Measured[]> {
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-very-old-'));
  const ledger = busyLedger(VERY_OLD);
  const at = ledger.at(-1)!.at;
  keepWalks('bench');
  const first = await openDatabase(folder);
  const heap = await oldHeap(first, ledger);
  const ever = await firstLook(first, heap, at);
  await first.close();
  const db = await openDatabase(folder);
  try {
    const afterStart = await firstLook(db, heap, at);
    let nth = 100;
    const farBack = () =>
      appendEntry(db, heap, {
        kind: 'water',
        at: ledger[++nth]!.at,
        kg: 0.01,
        confirmed: true
      } as NewEntry);
    const what = `${VERY_OLD} entries:`;
    return [
      { what: `${what} first state after a start`, value: afterStart.ms, target: 1000, unit: 'ms' },
      { what: `${what} others wait for it at most`, value: afterStart.others_ms, target: 300, unit: 'ms' },
      { what: `${what} after the first start of a build`, value: ever.ms, target: 2500, unit: 'ms' },
      { what: `${what} others wait for that at most`, value: ever.others_ms, target: 300, unit: 'ms' },
      { what: `${what} an entry near its start`, value: await medianMs(farBack, 3), target: 500, unit: 'ms' }
    ];
  } finally {
    keepWalks(null);
    await db.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function firstLook(db: Database, heap: number, at: string): Promise<{ ms: number; others_ms: number }> {
  const delay = monitorEventLoopDelay({ resolution: 1 });
  delay.enable();
  const from = performance.now();
  await readState(db, heap, at);
  const ms = performance.now() - from;
  // What goes on behind the answer is somebody's wait too.
  await setTimeout(500);
  delay.disable();
  return { ms, others_ms: delay.max / 1e6 };
}

/** A heap whose ledger is put into the records at one go, as it would be stored. */
async function oldHeap(db: Database, ledger: readonly LedgerEntry[]): Promise<number> {
  const { id: heap_id } = await createHeap(db, {
    name: 'Old heap',
    system: 'water',
    binder: 'sodium-bentonite',
    container: { cover: 'lid', exposed_area_m2: 0.1 }
  } as never);
  const before = await db.tables.entries.count();
  await db.write(async (transaction) => {
    const act_id = await newAct(db, null, transaction);
    const created_at = new Date().toISOString();
    await db.tables.entries.bulkCreate(
      ledger.map(({ id }) => ({ id: before + id + 1, heap_id, act_id, created_at })),
      { transaction }
    );
    await db.tables.entryVersions.bulkCreate(
      ledger.map(({ id, at, event }) => ({
        entry_id: before + id + 1,
        version: 1,
        kind: event.kind,
        at,
        zone: null,
        note: null,
        session_id: null,
        mold_id: null,
        member: null,
        typed: null,
        event,
        format: EVENT_FORMAT,
        written_at: created_at
      })),
      { transaction }
    );
    await (await heapRow(db, heap_id, transaction)).increment('version', { transaction });
  });
  return heap_id;
}

async function medianMs(read: () => Promise<unknown>, rounds = ROUNDS): Promise<number> {
  await read();
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    await read();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(rounds / 2)]!;
}
