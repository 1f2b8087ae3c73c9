import { nowIso } from '$core/time/now';
import { QueryTypes, type Transaction } from 'sequelize';
import type { MoldState } from '$core/session/mold-life';
import type { NewAct } from '$lib/schema/session';
import { actEntry } from '$lib/schema/session';
import { check } from '$lib/schema/validate';
import type { NewEntry } from '$lib/schema/entry';
import { ENTRY_KINDS } from '$lib/schema/entry';
import type { Database } from '../database/database';
import type { ActRow, MoldStep } from '../database/tables';
import { Refusal, impossible, mustBeLatest, notFound } from '../refusal';
import { moveAgain, moveBack, moveMold, mustKeepSand } from '../session/mold-moves';
import { readEntry, type EntryRecord } from './ledger';
import { appendEntry, setUndone } from './ledger-writing';
import { newAct } from './new-act';

/** What one press wrote, in however many ledgers; it is undone and put back as one. */
export interface ActRecord {
  id: number;
  name: string | null;
  entries: EntryRecord[];
  molds: MoldStep[];
  created_at: string;
  undone_at: string | null;
}

/** An act as it is asked for, or as the server makes it by itself: a pour moves its mold on too. */
export type Act = Omit<NewAct, 'molds'> & {
  molds?: { id: number; state: MoldState; broken_because?: string | undefined }[] | undefined;
};

/**
 * Writes entries in several ledgers and moves molds on: all of it or nothing.
 *
 * @throws Refusal 409 when a mold is in no state for it, and for whatever an entry is refused for
 */
export async function writeAct(db: Database, input: Act): Promise<ActRecord> {
  const written = input.entries.map(checkedEntry);
  return db.write(async (transaction) => {
    const id = await newAct(db, input.name ?? null, transaction);
    for (const [i, { heap_id, entry }] of written.entries()) {
      try {
        await appendEntry(db, heap_id, entry, id);
      } catch (error) {
        throw error instanceof Refusal ? within(error, i) : error;
      }
    }
    const molds: MoldStep[] = [];
    for (const [i, { id: mold_id, state, broken_because }] of (input.molds ?? []).entries()) {
      const row = await db.tables.molds.findOne({ where: { id: mold_id, removed_at: null }, transaction });
      if (!row) throw impossible([{ path: `molds[${i}].id`, message: `there is no mold ${mold_id}` }]);
      molds.push(await moveMold(row, state, transaction, broken_because));
    }
    await db.tables.acts.update({ molds }, { where: { id }, transaction });
    return actRecord(db, await actRow(db, id, transaction), transaction);
  });
}

/** A refusal of one of an act's entries, its paths those of the act. */
function within(refusal: Refusal, i: number): Refusal {
  const path = (of: string) => `entries[${i}].${of}`;
  const errors = refusal.errors.map((error) => ({ ...error, path: path(error.path) }));
  const question = refusal.question && { ...refusal.question, path: path(refusal.question.path) };
  return new Refusal(refusal.status, refusal.message, errors, question, refusal);
}

function checkedEntry(value: unknown, i: number): { heap_id: number; entry: NewEntry } {
  const { heap_id, ...fields } = (value ?? {}) as { heap_id?: unknown; kind?: unknown };
  if (!Number.isInteger(heap_id) || (heap_id as number) < 1)
    throw impossible([{ path: `entries[${i}].heap_id`, message: 'must be the id of a heap' }]);
  const schema = actEntry(fields.kind);
  if (!schema)
    throw impossible([{ path: `entries[${i}].kind`, message: `must be one of ${ENTRY_KINDS.join(', ')}` }]);
  const result = check(schema, fields);
  if (!result.ok)
    throw impossible(result.errors.map((error) => ({ ...error, path: `entries[${i}].${error.path}` })));
  return { heap_id: heap_id as number, entry: result.value as NewEntry };
}

export async function readAct(db: Database, id: number): Promise<ActRecord> {
  return actRecord(db, await actRow(db, id));
}

/**
 * Strikes out all that a press wrote; `restoreAct` takes that back.
 *
 * @throws Refusal 409 when something was built on it
 */
export async function undoAct(db: Database, id: number): Promise<ActRecord> {
  return setActUndone(db, id, nowIso());
}

export async function restoreAct(db: Database, id: number): Promise<ActRecord> {
  return setActUndone(db, id, null);
}

/** Strikes an entry out, and with it all that the same press wrote. */
export async function undoEntry(
  db: Database,
  heap_id: number,
  id: number,
  version?: number
): Promise<EntryRecord> {
  return entryOfAct(db, heap_id, id, nowIso(), version);
}

export async function restoreEntry(db: Database, heap_id: number, id: number): Promise<EntryRecord> {
  return entryOfAct(db, heap_id, id, null);
}

async function entryOfAct(
  db: Database,
  heap_id: number,
  id: number,
  undone_at: string | null,
  version?: number
): Promise<EntryRecord> {
  return db.write(async (transaction) => {
    const entry = await db.tables.entries.findOne({ where: { id, heap_id }, raw: true, transaction });
    if (!entry) throw notFound('entry', id);
    mustBeLatest('entry', entry, version);
    await setActUndone(db, entry.act_id, undone_at);
    return readEntry(db, heap_id, id, transaction);
  });
}

async function setActUndone(db: Database, id: number, undone_at: string | null): Promise<ActRecord> {
  return db.write(async (transaction) => {
    const act = await actRow(db, id, transaction);
    // A second press does nothing more.
    if ((act.undone_at === null) === (undone_at === null)) return actRecord(db, act, transaction);
    const entries = await entriesOfAct(db, id, transaction);
    for (const step of [...act.molds].reverse())
      await (undone_at === null ? moveAgain : moveBack)(db, step, transaction);
    if (undone_at !== null)
      await mustKeepSand(
        db,
        entries.map((entry) => entry.id),
        transaction
      );
    for (const heap_id of new Set(entries.map((entry) => entry.heap_id))) {
      const ids = entries.filter((entry) => entry.heap_id === heap_id).map((entry) => entry.id);
      await setUndone(db, heap_id, ids, undone_at, transaction);
    }
    act.undone_at = undone_at;
    await act.save({ transaction });
    return actRecord(db, act, transaction);
  });
}

async function entriesOfAct(
  db: Database,
  act_id: number,
  transaction?: Transaction
): Promise<{ id: number; heap_id: number }[]> {
  return db.sequelize.query<{ id: number; heap_id: number }>(
    'SELECT e.id, e.heap_id FROM entries e WHERE e.act_id = :act_id ORDER BY e.id',
    { type: QueryTypes.SELECT, replacements: { act_id }, ...(transaction && { transaction }) }
  );
}

async function actRow(db: Database, id: number, transaction?: Transaction): Promise<ActRow> {
  const row = await db.tables.acts.findOne({ where: { id }, ...(transaction && { transaction }) });
  if (!row) throw notFound('act', id);
  return row;
}

async function actRecord(db: Database, row: ActRow, transaction?: Transaction): Promise<ActRecord> {
  const entries: EntryRecord[] = [];
  for (const { id, heap_id } of await entriesOfAct(db, row.id, transaction))
    entries.push(await readEntry(db, heap_id, id, transaction));
  const { id, name, molds, created_at, undone_at } = row;
  return { id, name, entries, molds, created_at, undone_at: undone_at ?? null };
}
