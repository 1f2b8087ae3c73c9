import { nowIso } from '$core/time/now';
import type { Transaction } from 'sequelize';
import type { Container } from '$core/heap/state/container';
import type { HeapNature } from '$core/heap/state/belief';
import { asPercent } from '$core/quantity/display';
import { KITCHEN_SCALE_G } from '$core/reference/accuracy';
import { TARGETS, type HeapBinder, type System, type Targets, type Window } from '$core/reference/targets';
import type { GivenPolicy, HeapChange, NewHeap } from '$lib/schema/heap';
import type { Database } from '../database/database';
import type { HeapRow, OwnTargets } from '../database/tables';
import { mustBeLatest, notFound } from '../refusal';

/** A window in percent and whose it is. */
export interface TargetRecord {
  min: number;
  max: number;
  source: 'your entry' | 'handbook';
}

export interface HeapRecord {
  id: number;
  name: string;
  system: System;
  binder: HeapBinder;
  container: Container;
  targets: { moisture_percent: TargetRecord; active_clay_percent: TargetRecord };
  /** What the scale used with it shows at its finest, g. */
  scale_g: number;
  zone: string | null;
  policy: GivenPolicy | null;
  version: number;
  created_at: string;
}

/** A bucket with a loose lid, until the user says otherwise: about 36 cm across. */
const USUAL_CONTAINER: Container = { cover: 'lid', exposed_area_m2: 0.1 };

export async function listHeaps(db: Database): Promise<HeapRecord[]> {
  return (await heapRows(db)).map(heapRecord);
}

/** The heaps on the bench. */
export function heapRows(db: Database): Promise<readonly HeapRow[]> {
  return db.sinceLastWrite('heaps', () =>
    db.tables.heaps.findAll({ where: { removed_at: null }, order: ['id'] })
  );
}

export async function readHeap(db: Database, id: number): Promise<HeapRecord> {
  return heapRecord(await heapRow(db, id));
}

export async function createHeap(db: Database, input: NewHeap): Promise<HeapRecord> {
  const system = input.system as System;
  return db.write(async (transaction) => {
    const row = await db.tables.heaps.create(
      {
        name: input.name,
        system,
        binder: (input.binder as HeapBinder | undefined) ?? (system === 'oil' ? 'oil' : 'sodium-bentonite'),
        container: (input.container as Container | undefined) ?? USUAL_CONTAINER,
        targets: ownTargets(input.targets),
        zone: input.zone ?? null,
        scale_g: input.scale_g ?? null,
        created_at: nowIso()
      },
      { transaction }
    );
    return heapRecord(row);
  });
}

/** Changes the name, the container (as it was from the start; `moved` entries tell of later moves) or the windows. */
export async function amendHeap(db: Database, id: number, change: HeapChange): Promise<HeapRecord> {
  return db.write(async (transaction) => {
    const row = await heapRow(db, id, transaction);
    mustBeLatest('heap', row, change.version);
    if (change.name !== undefined) row.name = change.name;
    if (change.container !== undefined) row.container = change.container as Container;
    if (change.scale_g !== undefined) row.scale_g = change.scale_g;
    if (change.policy !== undefined) row.policy = change.policy;
    if (change.targets !== undefined) row.targets = ownTargets(change.targets);
    row.version += 1;
    await row.save({ transaction });
    return heapRecord(row);
  });
}

/** Takes a heap off the bench; `restoreHeap` brings it back with its whole ledger. */
export async function removeHeap(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    const row = await heapRow(db, id, transaction);
    row.removed_at = nowIso();
    await row.save({ transaction });
  });
}

export async function restoreHeap(db: Database, id: number): Promise<HeapRecord> {
  return db.write(async (transaction) => {
    const [found] = await db.tables.heaps.update({ removed_at: null }, { where: { id }, transaction });
    if (found === 0) throw notFound('heap', id);
    return heapRecord(await heapRow(db, id, transaction));
  });
}

export async function heapRow(db: Database, id: number, transaction?: Transaction): Promise<HeapRow> {
  const row = transaction
    ? await db.tables.heaps.findOne({ where: { id, removed_at: null }, transaction })
    : (await heapRows(db)).find((each) => each.id === id);
  if (!row) throw notFound('heap', id);
  return row;
}

/** What the core has to know of a heap, but for its hands and its air. */
export function natureOf(row: HeapRow): HeapNature {
  return {
    system: row.system,
    binder: row.binder,
    targets: targetsOf(row),
    container: row.container,
    scale_g: row.scale_g ?? KITCHEN_SCALE_G
  };
}

/**
 * Handbook windows with the user's own in their place. A moisture window of one's own is what temper means
 * for that heap, so it also replaces the handbook's temper ratio.
 */
function targetsOf(row: HeapRow): Targets {
  const own = row.targets ?? {};
  const handbook = TARGETS[row.binder];
  return {
    ...handbook,
    ...(own.active_clay && { active_clay: own.active_clay }),
    ...(own.moisture && { moisture: own.moisture, temper_ratio: null })
  };
}

function heapRecord(row: HeapRow): HeapRecord {
  const own = row.targets ?? {};
  const record = (mine: Window | undefined, handbook: Window): TargetRecord => {
    const window = mine ?? handbook;
    return {
      min: asPercent(window.min),
      max: asPercent(window.max),
      source: mine ? 'your entry' : 'handbook'
    };
  };
  const handbook = TARGETS[row.binder];
  return {
    id: row.id,
    name: row.name,
    system: row.system,
    binder: row.binder,
    container: row.container,
    targets: {
      moisture_percent: record(own.moisture, handbook.moisture),
      active_clay_percent: record(own.active_clay, handbook.active_clay)
    },
    scale_g: row.scale_g ?? KITCHEN_SCALE_G,
    zone: row.zone,
    policy: row.policy ?? null,
    version: row.version,
    created_at: row.created_at
  };
}

function ownTargets(input: NewHeap['targets'] | null): OwnTargets | null {
  const window = (percent: { min: number; max: number }): Window => ({
    min: percent.min / 100,
    max: percent.max / 100
  });
  if (!input || (!input.moisture_percent && !input.active_clay_percent)) return null;
  return {
    ...(input.moisture_percent && { moisture: window(input.moisture_percent) }),
    ...(input.active_clay_percent && { active_clay: window(input.active_clay_percent) })
  };
}
