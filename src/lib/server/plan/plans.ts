import { nowIso } from '$core/time/now';
import type { InferAttributes, Transaction } from 'sequelize';
import type { NewPlan, PlanChange, Wanted } from '$lib/schema/plan';
import type { Alloy } from '$core/reference/alloys';
import type { Database } from '../database/database';
import type { PlanRow } from '../database/tables';
import { Refusal, impossible, mustBeLatest, notFound } from '../refusal';
import { readSession } from '../session/sessions';
import type { Errand } from '../worker/crew';
import { planMolds } from './plan-molds';

/** What a casting day is planned from. */
export type PlanRecord = Omit<InferAttributes<PlanRow>, 'removed_at'>;

const recordOf = ({ removed_at: _, ...record }: InferAttributes<PlanRow>): PlanRecord => record;

export async function listPlans(db: Database): Promise<PlanRecord[]> {
  const rows = await db.tables.plans.findAll({ where: { removed_at: null }, order: ['id'] });
  return rows.map((row) => recordOf(row.get({ plain: true })));
}

export async function readPlan(db: Database, id: number, transaction?: Transaction): Promise<PlanRecord> {
  return recordOf((await planRow(db, id, transaction)).get({ plain: true }));
}

/** The plan of a casting day; null where nobody planned it. */
export async function planOfSession(db: Database, session_id: number): Promise<PlanRecord | null> {
  const row = await db.tables.plans.findOne({ where: { session_id, removed_at: null } });
  return row && recordOf(row.get({ plain: true }));
}

/** @throws Refusal 409 where the day has a plan, 422 where it, the heap or a pattern is not there or fits nowhere */
export async function createPlan(db: Database, input: NewPlan, errand: Errand = {}): Promise<PlanRecord> {
  await mustBeThere(db, input.session_id, input.heap_id);
  // Placing patterns in flasks takes its time: not while others wait to write.
  const molds = await planMolds(db, input.heap_id, input.metal, input.wanted as Wanted[], errand);
  return db.write(async (transaction) => {
    const { session_id } = input;
    if (await db.tables.plans.count({ where: { session_id, removed_at: null }, transaction }))
      throw new Refusal(409, 'That day is planned already: change its plan.', []);
    const row = await db.tables.plans.create(
      {
        session_id,
        heap_id: input.heap_id,
        metal: input.metal,
        wanted: input.wanted as Wanted[],
        molds,
        delivery_days: input.delivery_days ?? null,
        own: (input.own ?? []) as PlanRecord['own'],
        notes: [],
        created_at: nowIso()
      },
      { transaction }
    );
    return readPlan(db, row.id, transaction);
  });
}

export async function amendPlan(
  db: Database,
  id: number,
  change: PlanChange,
  errand: Errand = {}
): Promise<PlanRecord> {
  const before = await readPlan(db, id);
  const heap_id = change.heap_id ?? before.heap_id;
  const metal: Alloy = change.metal ?? before.metal;
  const wanted = (change.wanted as Wanted[] | undefined) ?? before.wanted;
  if (change.heap_id !== undefined) await mustBeThere(db, before.session_id, heap_id);
  const anew = change.heap_id !== undefined || change.metal !== undefined || change.wanted !== undefined;
  const molds = anew ? await planMolds(db, heap_id, metal, wanted, errand) : before.molds;
  return db.write(async (transaction) => {
    const row = await planRow(db, id, transaction);
    // What was worked out holds for the plan as it was read.
    mustBeLatest('plan', row, change.version ?? before.version);
    row.heap_id = heap_id;
    row.metal = metal;
    row.wanted = wanted;
    row.molds = molds;
    if (change.delivery_days !== undefined) row.delivery_days = change.delivery_days;
    if (change.own !== undefined) row.own = change.own as PlanRecord['own'];
    row.version += 1;
    await row.save({ transaction });
    return readPlan(db, id, transaction);
  });
}

export async function removePlan(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    const row = await planRow(db, id, transaction);
    row.removed_at = nowIso();
    row.version += 1;
    await row.save({ transaction });
  });
}

/** @throws Refusal 409 where the day was planned anew meanwhile */
export async function restorePlan(db: Database, id: number): Promise<PlanRecord> {
  return db.write(async (transaction) => {
    const row = await db.tables.plans.findOne({ where: { id }, transaction });
    if (!row) throw notFound('plan', id);
    const other = await db.tables.plans.findOne({
      where: { session_id: row.session_id, removed_at: null },
      transaction
    });
    if (other && other.id !== id) throw new Refusal(409, 'That day was planned anew meanwhile.', []);
    row.removed_at = null;
    row.version += 1;
    await row.save({ transaction });
    return readPlan(db, id, transaction);
  });
}

export async function planRow(db: Database, id: number, transaction?: Transaction): Promise<PlanRow> {
  const row = await db.tables.plans.findOne({
    where: { id, removed_at: null },
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('plan', id);
  return row;
}

async function mustBeThere(db: Database, session_id: number, heap_id: number): Promise<void> {
  try {
    await readSession(db, session_id);
  } catch (thrown) {
    if (!(thrown instanceof Refusal)) throw thrown;
    throw impossible([{ path: 'session_id', message: `there is no session ${session_id}` }]);
  }
  if (!(await db.tables.heaps.count({ where: { id: heap_id, removed_at: null } })))
    throw impossible([{ path: 'heap_id', message: `there is no heap ${heap_id}` }]);
}
