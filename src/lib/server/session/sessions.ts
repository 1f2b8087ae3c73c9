import { nowIso } from '$core/time/now';
import type { Transaction } from 'sequelize';
import type { Alloy } from '$core/reference/alloys';
import type { SandPlan } from '$lib/schema/recondition';
import type { GivenMelt, MoldGating, PouredMold } from '$lib/schema/pour';
import { holdsSand, moldStateWords, wasPoured, type MoldState } from '$core/session/mold-life';
import { againstStage, type SessionStage } from '$core/session/session-life';
import type { MoldChange, MoldLayout, NewMold, NewSession, SessionChange } from '$lib/schema/session';
import type { Database } from '../database/database';
import type { MoldRow, SessionRow } from '../database/tables';
import { Refusal, impossible, mustBeLatest, notFound } from '../refusal';
import { moveMold } from './mold-moves';

/** A mold of a casting day. */
export interface MoldRecord {
  id: number;
  session_id: number;
  flask_id: number | null;
  patterns: { pattern_id: number; count: number }[];
  facing_heap_id: number | null;
  backing_heap_id: number;
  state: MoldState;
  metal: Alloy | null;
  layout: MoldLayout | null;
  broken_because: string | null;
  gating: MoldGating | null;
  alloy_id: number | null;
  /** Its pour, of one that stands poured or is shaken out. */
  poured: PouredMold | null;
  note: string | null;
  version: number;
}

/** A casting day with its molds. */
export interface SessionRecord {
  id: number;
  name: string | null;
  at: string;
  zone: string;
  members: number[];
  stage: SessionStage;
  note: string | null;
  steps: Record<string, unknown>[];
  melt: GivenMelt | null;
  lessons: string | null;
  sand: Record<string, SandPlan>;
  molds: MoldRecord[];
  version: number;
  created_at: string;
}

/** Casting days, latest first. */
export async function listSessions(
  db: Database,
  { limit, offset, stage }: { limit: number; offset: number; stage?: string | undefined }
): Promise<{ items: SessionRecord[]; total: number; limit: number; offset: number }> {
  const where = { removed_at: null, ...(stage !== undefined && { stage: stage as SessionStage }) };
  const total = await db.tables.sessions.count({ where });
  const rows = await db.tables.sessions.findAll({
    where,
    order: [
      ['at', 'DESC'],
      ['id', 'DESC']
    ],
    limit,
    offset
  });
  return { items: await Promise.all(rows.map((row) => sessionRecord(db, row))), total, limit, offset };
}

export async function readSession(
  db: Database,
  id: number,
  transaction?: Transaction
): Promise<SessionRecord> {
  return sessionRecord(db, await sessionRow(db, id, transaction), transaction);
}

export async function createSession(db: Database, input: NewSession): Promise<SessionRecord> {
  return db.write(async (transaction) => {
    await mustBeMembers(db, input.members, transaction);
    const row = await db.tables.sessions.create(
      {
        name: input.name ?? null,
        at: new Date(input.at).toISOString(),
        zone: input.zone,
        members: input.members ?? [],
        stage: input.stage ?? 'mold',
        note: input.note ?? null,
        melt: input.melt ?? null,
        lessons: input.lessons ?? null,
        steps: (input.steps ?? []) as Record<string, unknown>[],
        created_at: nowIso()
      },
      { transaction }
    );
    return sessionRecord(db, row, transaction);
  });
}

export async function amendSession(db: Database, id: number, change: SessionChange): Promise<SessionRecord> {
  return db.write(async (transaction) => {
    const row = await sessionRow(db, id, transaction);
    mustBeLatest('session', row, change.version);
    await mustBeMembers(db, change.members, transaction);
    if (change.name !== undefined) row.name = change.name;
    if (change.at !== undefined) row.at = new Date(change.at).toISOString();
    if (change.zone !== undefined) row.zone = change.zone;
    if (change.members !== undefined) row.members = change.members;
    if (change.stage !== undefined) await changeStage(db, row, change.stage, transaction);
    if (change.note !== undefined) row.note = change.note;
    if (change.melt !== undefined) row.melt = change.melt;
    if (change.sand) {
      const { [String(change.sand.heap_id)]: _, ...others } = row.sand ?? {};
      row.sand = { ...others, ...(change.sand.plan && { [change.sand.heap_id]: change.sand.plan }) };
    }
    if (change.lessons !== undefined) row.lessons = change.lessons;
    if (change.steps !== undefined) row.steps = change.steps as Record<string, unknown>[];
    row.version += 1;
    await row.save({ transaction });
    return sessionRecord(db, row, transaction);
  });
}

/** @throws Refusal 422 when its molds are not that far */
async function changeStage(
  db: Database,
  row: SessionRow,
  stage: SessionStage,
  transaction: Transaction
): Promise<void> {
  if (stage === row.stage) return;
  const molds = await db.tables.molds.findAll({
    where: { session_id: row.id, removed_at: null },
    transaction
  });
  const against = againstStage(stage, molds);
  if (against) throw impossible([{ path: 'stage', message: against }]);
  row.stage = stage;
}

/**
 * Takes a session off the list; `restoreSession` brings it back. Its entries stay where they are.
 *
 * @throws Refusal 409 while sand of a heap stands in one of its molds
 */
export async function removeSession(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    const row = await sessionRow(db, id, transaction);
    const { molds } = await sessionRecord(db, row, transaction);
    molds.forEach(mustHoldNoSand);
    row.removed_at = nowIso();
    row.version += 1;
    await row.save({ transaction });
  });
}

export async function restoreSession(db: Database, id: number): Promise<SessionRecord> {
  return db.write(async (transaction) => {
    const row = await db.tables.sessions.findOne({ where: { id }, transaction });
    if (!row) throw notFound('session', id);
    row.removed_at = null;
    row.version += 1;
    await row.save({ transaction });
    return sessionRecord(db, row, transaction);
  });
}

export async function createMold(db: Database, session_id: number, input: NewMold): Promise<MoldRecord> {
  return db.write(async (transaction) => {
    await sessionRow(db, session_id, transaction);
    await mustBeThere(db, input, transaction);
    const row = await db.tables.molds.create(
      {
        session_id,
        flask_id: input.flask_id ?? null,
        patterns: (input.patterns ?? []) as MoldRecord['patterns'],
        facing_heap_id: input.facing_heap_id ?? null,
        backing_heap_id: input.backing_heap_id,
        state: input.state ?? 'planned',
        metal: input.metal ?? null,
        layout: input.layout ?? null,
        broken_because: input.broken_because ?? null,
        gating: input.gating ?? null,
        alloy_id: input.alloy_id ?? null,
        note: input.note ?? null,
        created_at: nowIso()
      },
      { transaction }
    );
    return moldRecord(row);
  });
}

export async function readMold(db: Database, session_id: number, id: number): Promise<MoldRecord> {
  return moldRecord(await moldRow(db, session_id, id));
}

/** The casting day that a mold is of. */
export async function sessionOfMold(db: Database, id: number): Promise<SessionRecord> {
  const row = await db.tables.molds.findOne({ where: { id, removed_at: null }, raw: true });
  if (!row) throw notFound('mold', id);
  return readSession(db, row.session_id);
}

export async function amendMold(
  db: Database,
  session_id: number,
  id: number,
  change: MoldChange
): Promise<MoldRecord> {
  return db.write(async (transaction) => {
    const row = await moldRow(db, session_id, id, transaction);
    mustBeLatest('mold', row, change.version);
    await mustBeThere(db, change, transaction);
    if (change.flask_id !== undefined) row.flask_id = change.flask_id;
    if (change.patterns !== undefined) row.patterns = change.patterns as MoldRecord['patterns'];
    if (change.facing_heap_id !== undefined) row.facing_heap_id = change.facing_heap_id;
    if (change.backing_heap_id !== undefined) row.backing_heap_id = change.backing_heap_id;
    if (change.metal !== undefined) row.metal = change.metal;
    if (change.layout !== undefined) row.layout = change.layout;
    if (change.broken_because !== undefined) row.broken_because = change.broken_because;
    if (change.gating !== undefined) row.gating = change.gating;
    if (change.alloy_id !== undefined) row.alloy_id = change.alloy_id;
    if (change.note !== undefined) row.note = change.note;
    if (change.state !== undefined && change.state !== row.state)
      await moveMold(row, change.state, transaction);
    else {
      row.version += 1;
      await row.save({ transaction });
    }
    return moldRecord(row);
  });
}

/** @throws Refusal 409 while sand of a heap stands in it */
export async function removeMold(db: Database, session_id: number, id: number): Promise<void> {
  await db.write(async (transaction) => {
    const row = await moldRow(db, session_id, id, transaction);
    mustHoldNoSand(row);
    row.removed_at = nowIso();
    row.version += 1;
    await row.save({ transaction });
  });
}

function mustHoldNoSand({ state }: { state: MoldState }): void {
  if (holdsSand(state))
    throw new Refusal(409, `A mold is ${moldStateWords(state)}: put its sand back into the heap first.`, []);
}

/** What an entry names must be there: its session, its mold (of that session), its member. */
export async function mustBelong(
  db: Database,
  named: { session_id?: number | undefined; mold_id?: number | undefined; member?: number | undefined },
  transaction: Transaction
): Promise<void> {
  const { session_id, mold_id, member } = named;
  if (
    session_id !== undefined &&
    !(await db.tables.sessions.count({ where: { id: session_id }, transaction }))
  )
    throw impossible([{ path: 'session_id', message: `there is no session ${session_id}` }]);
  if (mold_id !== undefined) {
    const mold = await db.tables.molds.findOne({ where: { id: mold_id }, raw: true, transaction });
    if (!mold) throw impossible([{ path: 'mold_id', message: `there is no mold ${mold_id}` }]);
    if (session_id !== undefined && mold.session_id !== session_id)
      throw impossible([{ path: 'mold_id', message: `mold ${mold_id} is of session ${mold.session_id}` }]);
  }
  if (member !== undefined) await mustBeMembers(db, [member], transaction, () => 'member');
}

async function mustBeMembers(
  db: Database,
  members: readonly number[] | undefined,
  transaction: Transaction,
  path = (i: number) => `members[${i}]`
): Promise<void> {
  for (const [i, id] of (members ?? []).entries())
    if (!(await db.tables.members.count({ where: { id }, transaction })))
      throw impossible([{ path: path(i), message: `there is no member ${id}` }]);
}

/** What a mold is made of must be there: its heaps, its flask, its patterns. */
async function mustBeThere(
  db: Database,
  mold: Omit<MoldChange, 'state'>,
  transaction: Transaction
): Promise<void> {
  const { facing_heap_id, backing_heap_id, flask_id, patterns, alloy_id } = mold;
  if (
    alloy_id != null &&
    !(await db.tables.alloys.count({ where: { id: alloy_id, removed_at: null }, transaction }))
  )
    throw impossible([{ path: 'alloy_id', message: `there is no alloy ${alloy_id}` }]);
  if (flask_id !== undefined && !(await db.tables.flasks.count({ where: { id: flask_id }, transaction })))
    throw impossible([{ path: 'flask_id', message: `there is no flask ${flask_id}` }]);
  for (const [i, { pattern_id }] of (patterns ?? []).entries())
    if (!(await db.tables.patterns.count({ where: { id: pattern_id }, transaction })))
      throw impossible([{ path: `patterns[${i}].pattern_id`, message: `there is no pattern ${pattern_id}` }]);
  for (const [path, id] of Object.entries({ facing_heap_id, backing_heap_id }))
    if (id !== undefined && !(await db.tables.heaps.count({ where: { id, removed_at: null }, transaction })))
      throw impossible([{ path, message: `there is no heap ${id}` }]);
}

async function sessionRow(db: Database, id: number, transaction?: Transaction): Promise<SessionRow> {
  const row = await db.tables.sessions.findOne({
    where: { id, removed_at: null },
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('session', id);
  return row;
}

async function moldRow(
  db: Database,
  session_id: number,
  id: number,
  transaction?: Transaction
): Promise<MoldRow> {
  const row = await db.tables.molds.findOne({
    where: { id, session_id, removed_at: null },
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('mold', id);
  return row;
}

async function sessionRecord(
  db: Database,
  row: SessionRow,
  transaction?: Transaction
): Promise<SessionRecord> {
  const molds = await db.tables.molds.findAll({
    where: { session_id: row.id, removed_at: null },
    order: ['id'],
    ...(transaction && { transaction })
  });
  const { id, name, at, zone, members, stage, note, steps, melt, lessons, sand, version, created_at } = row;
  return {
    id,
    name,
    at,
    zone,
    members,
    stage,
    note,
    steps,
    melt: melt ?? null,
    lessons: lessons ?? null,
    sand: sand ?? {},
    molds: molds.map(moldRecord),
    version,
    created_at
  };
}

function moldRecord(row: MoldRow): MoldRecord {
  const { id, session_id, flask_id, patterns, facing_heap_id, backing_heap_id, state, note } = row;
  const { metal, layout, broken_because, gating, alloy_id, poured, version } = row;
  return {
    id,
    session_id,
    flask_id,
    patterns,
    facing_heap_id,
    backing_heap_id,
    state,
    metal,
    layout,
    broken_because,
    gating: gating ?? null,
    alloy_id: alloy_id ?? null,
    poured: wasPoured(state) ? (poured ?? null) : null,
    note,
    version
  };
}
