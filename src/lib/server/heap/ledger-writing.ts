import { isDeepStrictEqual } from 'node:util';
import { dayIn } from '$core/time/day';
import { nowIso } from '$core/time/now';
import { machineZone } from '$core/time/zone';
import { Op, type Transaction } from 'sequelize';
import { BENCH_TESTS, CLAY_TESTS } from '$core/bench/bench-tests';
import { believedDrying, believedMass, bodiesOf } from '$core/heap/state/belief';
import { moldKey, outOf } from '$core/heap/state/bodies';
import { inOrder, type LedgerEntry } from '$core/heap/entry';
import { questionEntry } from '$core/heap/estimate';
import type { LotFigures, ReadContext } from '$core/heap/state/kind';
import { kindOf, type Event } from '$core/heap/kinds';
import { learned, learnedDrying } from '$core/heap/state/lessons';
import { ENTRY_NAMES } from '$core/heap/names';
import { KITCHEN_SCALE_G } from '$core/reference/accuracy';
import type { NewEntry } from '$lib/schema/entry';
import { REQUIRED } from '$lib/schema/fields';
import type { NewHeapTest } from '$lib/schema/heap-test';
import { toTest } from '../bench/test-record';
import type { Database } from '../database/database';
import { EVENT_FORMAT, eventFrom } from '../database/event-format';
import type { EntryVersionRow, HeapRow, Typed } from '../database/tables';
import { Refusal, impossible, mustBeLatest, notFound, unlikely } from '../refusal';
import { mustBelong } from '../session/sessions';
import { readLot, type LotRecord } from '../stock/stock';
import {
  appended,
  beliefAt,
  entriesOf,
  goesOn,
  overdrawnOf,
  rewritten,
  walkedInStretches,
  type HeapLedger
} from './heap-ledger';
import { heapRow } from './heaps';
import { readEntry, type EntryRecord } from './ledger';
import { keepLedger, ledgerFor } from './ledger-cache';
import { newAct } from './new-act';

/**
 * Writing in a heap's ledger. Every write is one transaction that holds the ledger against its books, so that nothing is
 * stored that cannot have happened; an entry at the end costs the same however long the ledger is.
 */

/** An entry or a test on its way into a ledger. */
type Input = NewEntry | NewHeapTest;

/**
 * Writes an entry.
 *
 * @param act_id the press that it belongs to; one of its own unless said
 * @throws Refusal when it cannot have happened, when the heap has changed since its amounts were worked out, and, with
 *   a question, when a digit likely slipped and nobody confirmed it
 */
export async function appendEntry(
  db: Database,
  heap_id: number,
  input: NewEntry,
  act_id?: number
): Promise<EntryRecord> {
  // A kind reads its own input alone, which its schema has checked.
  return append(db, heap_id, input, (context) => kindOf(input.kind).read(input as never, context), act_id);
}

/** @throws Refusal too when such a test tells nothing of a heap */
export async function appendTest(db: Database, heap_id: number, input: NewHeapTest): Promise<EntryRecord> {
  mustBeOfSand(input);
  return append(db, heap_id, input, testRead(input));
}

function mustBeOfSand({ kind }: NewHeapTest): void {
  if ((CLAY_TESTS as readonly string[]).includes(kind))
    throw impossible([{ path: 'kind', message: 'is a test of a clay in its bag, not of a heap' }]);
}

/** Writes an entry anew; the old version stays in its history. Everything after it is recomputed. */
export async function amendEntry(
  db: Database,
  heap_id: number,
  id: number,
  input: NewEntry
): Promise<EntryRecord> {
  // As in `appendEntry`.
  return amend(db, heap_id, id, input, (context) => kindOf(input.kind).read(input as never, context));
}

export async function amendTest(
  db: Database,
  heap_id: number,
  id: number,
  input: NewHeapTest
): Promise<EntryRecord> {
  return amend(db, heap_id, id, input, testRead(input));
}

/** A far reading is right all the same: it counts from now on. */
export async function confirmTest(db: Database, heap_id: number, id: number): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const current = await versionRow(db, heap_id, id, undefined, transaction);
    const event = eventFrom(current.format, current.event);
    if (event.kind !== 'tested') throw notFound('test', id);
    return rewrite(db, heap, id, { ...carried(current), event: { ...event, confirmed: true } }, transaction);
  });
}

/** The event that a written test means; a test of a batch must be of one of this heap. */
function testRead(input: NewHeapTest) {
  return (context: WritingContext): Event => {
    const { excluded_reason, batch_entry_id, confirmed } = input;
    if (batch_entry_id !== undefined) {
      const batch = entriesOf(context.ledger).find(({ id }) => id === batch_entry_id);
      if (batch?.event.kind !== 'mixed' && batch?.event.kind !== 'bought')
        throw impossible([
          { path: 'batch_entry_id', message: `entry ${batch_entry_id} is no batch of this heap that counts` }
        ]);
    }
    return {
      kind: 'tested',
      test: toTest(input, context.ledger.nature.scale_g ?? KITCHEN_SCALE_G),
      ...(excluded_reason !== undefined && { excluded: excluded_reason }),
      ...(batch_entry_id !== undefined && { batch_id: batch_entry_id }),
      ...(confirmed && { confirmed })
    };
  };
}

/** Makes an older version of an entry count again, as a new version. */
export async function revertEntry(
  db: Database,
  heap_id: number,
  id: number,
  to_version: number
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const old = await versionRow(db, heap_id, id, to_version, transaction);
    return rewrite(db, heap, id, { ...carried(old), event: eventFrom(old.format, old.event) }, transaction);
  });
}

/** What is stored of a version beside its number. */
interface Written {
  at: string;
  zone: string | null;
  note: string | null;
  session_id: number | null;
  mold_id: number | null;
  member: number | null;
  typed: Typed | null;
  simulated: boolean;
  event: Event;
}

const carried = (row: EntryVersionRow): Omit<Written, 'event'> => {
  const { at, zone, note, session_id, mold_id, member, typed, simulated } = row;
  return { at, zone, note, session_id, mold_id, member, typed, simulated };
};

function writtenOf(input: Input, event: Event): Written {
  return {
    at: new Date(input.at).toISOString(),
    zone: input.zone ?? null,
    note: input.note ?? null,
    session_id: input.session_id ?? null,
    mold_id: input.mold_id ?? null,
    member: input.member ?? null,
    simulated: input.simulated ?? false,
    typed: ('typed' in input ? (input.typed as Typed | undefined) : undefined) ?? null,
    event
  };
}

const entryOf = (id: number, { at, event, mold_id, member }: Written): LedgerEntry => ({
  id,
  at,
  event,
  ...(mold_id !== null && { mold_id }),
  ...(member !== null && { member: String(member) })
});

async function append(
  db: Database,
  heap_id: number,
  input: Input,
  read: (context: WritingContext) => Event,
  act_id?: number
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    if (input.expected_heap_version !== undefined && input.expected_heap_version !== heap.version)
      throw changedSince(heap);
    await mustBelong(db, input, transaction);
    const ledger = await ledgerFor(db, heap, transaction);
    const written = writtenOf(input, read(await contextOf(db, ledger, input, null, transaction)));
    const act = act_id ?? (await newAct(db, null, transaction));
    const { id } = await db.tables.entries.create(
      { heap_id, act_id: act, created_at: nowIso() },
      { transaction }
    );
    await writeVersion(db, id, 1, written, transaction);
    const entry = entryOf(id, written);
    await settle(
      db,
      heap,
      ledger,
      id,
      (old) => (goesOn(old, entry) ? entry : [...entriesOf(old), entry]),
      transaction
    );
    // What cannot have happened was refused outright; what only may be a slip is asked about, and nothing is kept till then.
    if (!(input.kind in BENCH_TESTS)) mustBeLikely(ledger, input, written);
    return readEntry(db, heap_id, id, transaction);
  });
}

async function amend(
  db: Database,
  heap_id: number,
  id: number,
  input: Input,
  read: (context: WritingContext) => Event
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const heap = await heapRow(db, heap_id, transaction);
    const row = await entryRow(db, heap_id, id, transaction);
    if (input.version === undefined) throw impossible([{ path: 'version', message: REQUIRED }]);
    mustBeLatest('entry', row, input.version);
    await mustBelong(db, input, transaction);
    const ledger = await ledgerFor(db, heap, transaction);
    const context = await contextOf(db, ledger, input, id, transaction);
    const written = writtenOf(input, read(context));
    const before = await versionRow(db, heap_id, id, undefined, transaction);
    const amended = await rewrite(db, heap, id, written, transaction);
    // A question that was answered when it was written is asked again only where the amounts are others.
    if (!(input.kind in BENCH_TESTS) && !sameAmounts(before, written))
      mustBeLikely(context.others, input, written);
    return amended;
  });
}

const sameAmounts = (before: EntryVersionRow, { at, event }: Written) =>
  before.at === at && isDeepStrictEqual(eventFrom(before.format, before.event), event);

/** Stores another version of an entry, and counts it where it stands now. */
async function rewrite(
  db: Database,
  heap: HeapRow,
  id: number,
  written: Written,
  transaction: Transaction
): Promise<EntryRecord> {
  const row = await entryRow(db, heap.id, id, transaction);
  const ledger = await ledgerFor(db, heap, transaction);
  // A simulated reading stays one, however it is amended.
  const before = await versionRow(db, heap.id, id, undefined, transaction);
  const next = { ...written, simulated: written.simulated || Boolean(before.simulated) };
  await writeVersion(db, id, row.version + 1, next, transaction);
  if (row.undone_at === null) {
    const others = (of: HeapLedger) => entriesOf(of).filter((each) => each.id !== id);
    await settle(db, heap, ledger, id, (old) => [...others(old), entryOf(id, written)], transaction);
  } else await heap.increment('version', { transaction });
  return readEntry(db, heap.id, id, transaction);
}

/** Strikes entries of a heap out, or lets them count again; all of an act's go together. */
export async function setUndone(
  db: Database,
  heap_id: number,
  ids: readonly number[],
  undone_at: string | null,
  transaction: Transaction
): Promise<void> {
  const heap = await heapRow(db, heap_id, transaction);
  const ledger = await ledgerFor(db, heap, transaction);
  const back: LedgerEntry[] = [];
  for (const id of ids) {
    await db.tables.entries.update({ undone_at }, { where: { id }, transaction });
    const current = await versionRow(db, heap_id, id, undefined, transaction);
    const event = eventFrom(current.format, current.event);
    await recordLotUses(db, id, undone_at === null ? event : { kind: 'noted' }, transaction);
    if (undone_at === null) back.push(entryOf(id, { ...carried(current), event }));
  }
  const others = (of: HeapLedger) => entriesOf(of).filter(({ id }) => !ids.includes(id));
  await settle(db, heap, ledger, ids[0]!, (old) => [...others(old), ...back], transaction);
}

async function writeVersion(
  db: Database,
  entry_id: number,
  version: number,
  written: Written,
  transaction: Transaction
): Promise<void> {
  await db.tables.entryVersions.create(
    {
      ...written,
      entry_id,
      version,
      kind: written.event.kind,
      format: EVENT_FORMAT,
      written_at: nowIso()
    },
    { transaction }
  );
  await db.tables.entries.update({ version }, { where: { id: entry_id }, transaction });
  const struck = await db.tables.entries.count({
    where: { id: entry_id, undone_at: { [Op.ne]: null } },
    transaction
  });
  await recordLotUses(db, entry_id, struck > 0 ? { kind: 'noted' } : written.event, transaction);
}

/** What the entry takes from stock, in place of what its last version took. */
async function recordLotUses(
  db: Database,
  entry_id: number,
  event: Event,
  transaction: Transaction
): Promise<void> {
  await db.tables.lotUses.destroy({ where: { entry_id }, transaction });
  if (event.kind !== 'mixed' && event.kind !== 'added') return;
  const uses = event.additions.flatMap(({ lot_id, kg }) =>
    lot_id === undefined ? [] : [{ entry_id, lot_id, kg }]
  );
  if (uses.length > 0) await db.tables.lotUses.bulkCreate(uses, { transaction });
}

/**
 * Holds the changed ledger against its books and moves the heap's version on.
 *
 * @param change one entry that goes on at the end, or all entries anew
 */
async function settle(
  db: Database,
  heap: HeapRow,
  ledger: HeapLedger,
  changed_id: number,
  change: (old: HeapLedger) => LedgerEntry | LedgerEntry[],
  transaction: Transaction
): Promise<void> {
  const changed = change(ledger);
  const version = heap.version + 1;
  const next = Array.isArray(changed)
    ? rewritten(ledger, version, inOrder(changed))
    : appended(ledger, version, changed);
  // An entry of long ago has all that came after it worked out anew; who only looks is served meanwhile.
  await walkedInStretches(next);
  const known = new Set(overdrawnOf(ledger).map(({ entry_id }) => entry_id));
  const wrong = overdrawnOf(next).find(({ entry_id }) => entry_id === changed_id || !known.has(entry_id));
  if (wrong) {
    if (wrong.entry_id === changed_id)
      throw impossible([{ path: wrong.field, message: wrong.message }], wrong);
    const later = entriesOf(next).find((entry) => entry.id === wrong.entry_id)!;
    throw impossible(
      [
        {
          path: 'kg',
          message: `Then the entry “${ENTRY_NAMES[later.event.kind]}” of ${dayIn(later.at, heap.zone ?? machineZone())} could not have happened. ${wrong.message}`
        }
      ],
      wrong
    );
  }
  heap.version = version;
  await heap.save({ transaction });
  await keepLedger(db, heap, next, transaction);
}

/** An entry with a digit that likely slipped is asked about before it is stored. */
function mustBeLikely(ledger: HeapLedger, input: Input, { at, event, mold_id }: Written): void {
  const question = questionEntry(ledger.nature, beliefAt(ledger, at), {
    at,
    event,
    ...(mold_id !== null && { mold_id })
  });
  if (!question) return;
  const { path, message, likely_kg } = question;
  if (question.impossible) throw impossible([{ path, message }]);
  if (!input.confirmed) throw unlikely(path, message, likely_kg);
}

function changedSince(heap: HeapRow): Refusal {
  return new Refusal(
    409,
    `${heap.name} has changed since these amounts were worked out: look at what happened before anything goes in.`,
    [{ path: 'expected_heap_version', message: `is not the latest, which is ${heap.version}` }]
  );
}

/** What a written entry is understood by, and the ledger that it is written into. */
interface WritingContext extends ReadContext {
  ledger: HeapLedger;
  /** The same without the entry that is amended. */
  others: HeapLedger;
}

async function contextOf(
  db: Database,
  ledger: HeapLedger,
  input: Input,
  amended_id: number | null,
  transaction: Transaction
): Promise<WritingContext> {
  const lots = await lotsNamed(db, input, transaction);
  const { nature } = ledger;
  const at = new Date(input.at).toISOString();
  // What an entry finds is the ledger before it, itself left out.
  const others =
    amended_id === null
      ? ledger
      : rewritten(
          ledger,
          ledger.version,
          entriesOf(ledger).filter(({ id }) => id !== amended_id)
        );
  const then = beliefAt(others, at);
  const bodies = bodiesOf(then);
  return {
    ledger,
    others,
    system: nature.system,
    binder: nature.binder,
    targets: nature.targets,
    lot: (id) => lots.get(id)!,
    learned(of) {
      if (of !== 'drying') return learned(then.lessons, nature)[of].value;
      const { log, sd } = believedDrying(then);
      return learnedDrying(log, sd).value;
    },
    out_kg() {
      const out = outOf(bodies, input.mold_id === undefined ? null : moldKey(input.mold_id));
      if (!(out > 0))
        throw impossible([{ path: 'kg', message: 'Nothing was out in molds then: weigh what came back.' }]);
      return out;
    },
    burnable_kg: () =>
      Math.max(
        outOf(bodies, input.mold_id === undefined ? null : moldKey(input.mold_id)),
        believedMass(then).value
      )
  };
}

async function lotsNamed(
  db: Database,
  input: Input,
  transaction: Transaction
): Promise<Map<number, LotFigures>> {
  const named = [
    ...('lot_id' in input ? [input.lot_id as number | undefined] : []),
    ...('additions' in input ? input.additions.map(({ lot_id }) => lot_id) : [])
  ].filter((id) => id !== undefined);
  const lots = new Map<number, LotFigures>();
  for (const id of new Set(named)) {
    let lot: LotRecord;
    try {
      lot = await readLot(db, id, transaction);
    } catch (error) {
      if (!(error instanceof Refusal) || error.status !== 404) throw error;
      throw impossible([{ path: 'lot_id', message: `there is no lot ${id} in stock` }], error);
    }
    lots.set(id, lotFiguresOf(lot));
  }
  return lots;
}

const lotFiguresOf = (lot: LotRecord): LotFigures => ({
  kind: lot.kind,
  role: lot.role,
  moisture_fraction: lot.moisture_percent.value / 100,
  active_fraction: lot.active_percent.value / 100,
  fines_fraction: lot.fines_percent ? lot.fines_percent.value / 100 : null,
  moisture_stated: lot.moisture_percent.source !== 'handbook',
  active_stated: lot.active_percent.source !== 'handbook',
  active_sd: lot.active_percent.sd === undefined ? null : lot.active_percent.sd / 100
});

async function entryRow(db: Database, heap_id: number, id: number, transaction: Transaction) {
  const row = await db.tables.entries.findOne({ where: { id, heap_id }, raw: true, transaction });
  if (!row) throw notFound('entry', id);
  return row;
}

/** A version of an entry, the current one unless said. */
async function versionRow(
  db: Database,
  heap_id: number,
  id: number,
  version: number | undefined,
  transaction: Transaction
): Promise<EntryVersionRow> {
  const row = await entryRow(db, heap_id, id, transaction);
  const found = await db.tables.entryVersions.findOne({
    where: { entry_id: id, version: version ?? row.version },
    transaction
  });
  if (!found) throw notFound(`version of entry ${id}`, version!);
  return found;
}
