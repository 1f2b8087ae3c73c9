import { dayAfter, dayIn, timeOn } from '$core/time/day';
import { nowIso } from '$core/time/now';
import type { InferAttributes, Transaction } from 'sequelize';
import { followBranch, type BranchPoint } from '$core/forecast/branch';
import { branchWords } from '$core/forecast/branch-words';
import type { UnitSystem } from '$core/quantity/unit';
import { USUAL_ALLOY, type Alloy } from '$core/reference/alloys';
import type { BranchChange, BranchPlan, BranchStep, NewBranch } from '$lib/schema/branch';
import type { OwnStep } from '$lib/schema/plan';
import type { Database } from '../database/database';
import type { BranchRow } from '../database/tables';
import { beliefAt } from '../heap/heap-ledger';
import { amendHeap, heapRow } from '../heap/heaps';
import { ledgerFor } from '../heap/ledger-cache';
import { ONE_MORE } from '../database/one-more';
import { impossible, mustBeLatest, notFound } from '../refusal';
import { createSession } from '../session/sessions';

/** What if: steps from how a heap stands, which its ledger knows nothing of. */
export type BranchRecord = Omit<InferAttributes<BranchRow>, 'removed_at'>;

/** How a heap would stand, beside how it will stand if it is left alone. */
export interface Followed {
  from: string;
  points: BranchPoint[];
  /** The same time, with nothing done. */
  present: BranchPoint[];
}

const recordOf = ({ removed_at: _, ...record }: InferAttributes<BranchRow>): BranchRecord => record;
const DAY_MS = 86_400_000;

export async function listBranches(db: Database, heap_id?: number): Promise<BranchRecord[]> {
  const rows = await db.tables.branches.findAll({
    where: { removed_at: null, ...(heap_id !== undefined && { heap_id }) },
    order: ['id']
  });
  return rows.map((row) => recordOf(row.get({ plain: true })));
}

const readBranch = async (db: Database, id: number): Promise<BranchRecord> =>
  recordOf((await branchRow(db, id)).get({ plain: true }));

/** @throws Refusal 404 without that heap, 422 for a step that cannot happen */
export async function createBranch(db: Database, input: NewBranch): Promise<BranchRecord> {
  await followSteps(db, input.heap_id, input.steps as BranchStep[]);
  return db.write(async (transaction) => {
    const row = await db.tables.branches.create(
      {
        heap_id: input.heap_id,
        name: input.name,
        steps: input.steps as BranchStep[],
        created_at: nowIso()
      },
      { transaction }
    );
    return recordOf(row.get({ plain: true }));
  });
}

export async function amendBranch(db: Database, id: number, change: BranchChange): Promise<BranchRecord> {
  const { heap_id } = await readBranch(db, id);
  if (change.steps) await followSteps(db, heap_id, change.steps as BranchStep[]);
  return db.write(async (transaction) => {
    const row = await branchRow(db, id, transaction);
    mustBeLatest('branch', row, change.version);
    if (change.name !== undefined) row.name = change.name;
    if (change.steps !== undefined) row.steps = change.steps as BranchStep[];
    row.version += 1;
    await row.save({ transaction });
    return recordOf(row.get({ plain: true }));
  });
}

export async function removeBranch(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    const row = await branchRow(db, id, transaction);
    row.removed_at = nowIso();
    row.version += 1;
    await row.save({ transaction });
  });
}

export async function restoreBranch(db: Database, id: number): Promise<BranchRecord> {
  return db.write(async (transaction) => {
    const [found] = await db.tables.branches.update(
      { removed_at: null, version: ONE_MORE },
      { where: { id }, transaction }
    );
    if (found === 0) throw notFound('branch', id);
    return recordOf((await branchRow(db, id, transaction)).get({ plain: true }));
  });
}

/** Follows steps from how a heap stands now; nothing is written. */
export async function followSteps(
  db: Database,
  heap_id: number,
  steps: readonly BranchStep[],
  now = nowIso()
): Promise<Followed> {
  const ledger = await ledgerFor(db, await heapRow(db, heap_id));
  const { nature } = ledger;
  const belief = beliefAt(ledger, now);
  let points: BranchPoint[];
  try {
    points = followBranch(nature, belief, now, steps);
  } catch (thrown) {
    if (!(thrown instanceof RangeError)) throw thrown;
    throw impossible([{ path: 'steps', message: `cannot happen: ${thrown.message}` }]);
  }
  const days = (Date.parse(points.at(-1)!.at) - Date.parse(now)) / DAY_MS;
  return {
    from: now,
    points,
    present: followBranch(nature, belief, now, days > 0 ? [{ do: 'stand', days }] : [])
  };
}

export async function followOne(db: Database, id: number): Promise<{ branch: BranchRecord } & Followed> {
  const branch = await readBranch(db, id);
  return { branch, ...(await followSteps(db, branch.heap_id, branch.steps)) };
}

/** When one pours where a branch does not say, minutes after midnight by the clock of the shed. */
const POUR_MIN = 14 * 60;
/** How long there is to get ready where a branch does not say, days. */
const READY_DAYS = 7;

/**
 * Makes a plan of a branch: a casting day for its first pour, with its steps in words; a policy in it becomes the heap's
 * own. The branch stays.
 */
export async function planBranch(
  db: Database,
  id: number,
  { zone, units = 'metric' }: BranchPlan
): Promise<{ session_id: number; policy: boolean }> {
  const { branch, points, from } = await followOne(db, id);
  const pour = branch.steps.findIndex((step) => step.do === 'pour' || step.do === 'policy');
  const before = pour > 0 ? points.findLast(({ step }) => step === pour - 1) : undefined;
  const day = before && Date.parse(before.at) - Date.parse(from) > DAY_MS ? before.at : null;
  const on = day ? dayIn(day, zone) : dayAfter(dayIn(from, zone), READY_DAYS);
  const policy = branch.steps.find((step) => step.do === 'policy');
  return db.write(async () => {
    const session = await createSession(db, {
      name: branch.name,
      at: new Date(timeOn(on, POUR_MIN, zone)).toISOString(),
      zone,
      note: branch.steps.map((step) => branchWords(step, units)).join('; ')
    });
    if (policy)
      await amendHeap(db, branch.heap_id, {
        policy: {
          burnt_out_percent: policy.burnt_out_percent ?? 0,
          ...(policy.new_sand_kg !== undefined && { new_sand_kg: policy.new_sand_kg })
        }
      });
    return { session_id: session.id, policy: policy !== undefined };
  });
}

/** How long a step of a branch takes a pair of hands in a plan, minutes (a guess). */
const STEP_MIN = 30;

/** What a plan of a branch begins with. */
export interface BranchStart {
  heap_id: number;
  /** Of its first pour; null where it pours nothing. */
  metal: Alloy | null;
  /** What it pours, in words. */
  pours: string[];
  /** What it does besides pouring and standing, as steps of a plan. */
  own: OwnStep[];
}

export async function branchStart(
  db: Database,
  id: number,
  units: UnitSystem = 'metric'
): Promise<BranchStart> {
  const { heap_id, steps } = await readBranch(db, id);
  const pours = steps.filter((step) => step.do === 'pour' || step.do === 'policy');
  return {
    heap_id,
    metal: pours.length > 0 ? (pours[0]!.alloy ?? USUAL_ALLOY) : null,
    pours: pours.map((step) => branchWords(step, units)),
    own: ownSteps(id, steps, units)
  };
}

function ownSteps(id: number, steps: readonly BranchStep[], units: UnitSystem): OwnStep[] {
  return steps.flatMap((step, i) =>
    ['pour', 'policy', 'stand'].includes(step.do)
      ? []
      : [
          {
            id: `branch-${id}-${i}`,
            what: branchWords(step, units).slice(0, 120),
            minutes: STEP_MIN,
            before: true
          }
        ]
  );
}

async function branchRow(db: Database, id: number, transaction?: Transaction): Promise<BranchRow> {
  const row = await db.tables.branches.findOne({
    where: { id, removed_at: null },
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('branch', id);
  return row;
}
