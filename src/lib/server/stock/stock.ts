import { nowIso } from '$core/time/now';
import { QueryTypes, type Transaction } from 'sequelize';
import { asPercent } from '$core/quantity/display';
import { INGREDIENTS, type MaterialKind, type Role } from '$core/reference/ingredients';
import type { LotChange, MaterialChange, NewLot, NewMaterial } from '$lib/schema/stock';
import type { Database } from '../database/database';
import type { LotRow, LotTestRow, MaterialRow, StatedAt } from '../database/tables';
import { Refusal, mustBeLatest, notFound } from '../refusal';
import { ONE_MORE } from '../database/one-more';
import { lotFigures, type Sourced } from './lot-figures';

export interface MaterialRecord {
  id: number;
  kind: MaterialKind;
  name: string;
  role: Role;
  note: string | null;
  version: number;
  /** Handbook defaults of its kind, in percent. */
  defaults: { moisture_percent: number; active_percent: number; loose_kg_per_l: number; source: 'handbook' };
}

export interface LotRecord {
  id: number;
  material_id: number;
  kind: MaterialKind;
  role: Role;
  name: string;
  supplier: string | null;
  bought_kg: number;
  used_kg: number;
  on_hand_kg: number;
  cost: number | null;
  currency: string;
  moisture_percent: Sourced;
  active_percent: Sourced;
  fines_percent: Sourced | null;
  /** What comes through the sieve of what was ground at home; null where nobody ground it. */
  yield_percent: Sourced | null;
  fineness_number: number | null;
  fineness_source: Sourced['source'] | null;
  bag_kg: number | null;
  bought_at: string | null;
  note: string | null;
  version: number;
}

export async function listMaterials(db: Database): Promise<MaterialRecord[]> {
  const rows = await db.tables.materials.findAll({ where: { removed_at: null }, order: ['id'], raw: true });
  return rows.map(materialRecord);
}

export async function readMaterial(db: Database, id: number): Promise<MaterialRecord> {
  return materialRecord(await materialRow(db, id));
}

export async function createMaterial(db: Database, input: NewMaterial): Promise<MaterialRecord> {
  return db.write(async (transaction) => materialRecord(await insertMaterial(db, input, transaction)));
}

export async function amendMaterial(
  db: Database,
  id: number,
  change: MaterialChange
): Promise<MaterialRecord> {
  return db.write(async (transaction) => {
    mustBeLatest('material', await materialRow(db, id, transaction), change.version);
    await db.tables.materials.update({ ...change, version: ONE_MORE }, { where: { id }, transaction });
    return materialRecord(await materialRow(db, id, transaction));
  });
}

/** Takes a material off the list. Its lots must be gone first. */
export async function removeMaterial(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    await materialRow(db, id, transaction);
    const lots = await db.tables.lots.count({ where: { material_id: id, removed_at: null }, transaction });
    if (lots > 0)
      throw new Refusal(409, `It still has ${lots} ${lots === 1 ? 'lot' : 'lots'}: remove those first.`);
    await db.tables.materials.update(
      { removed_at: nowIso(), version: ONE_MORE },
      { where: { id }, transaction }
    );
  });
}

export async function listLots(db: Database, filter: { material_id?: number } = {}): Promise<LotRecord[]> {
  const which = filter.material_id === undefined ? 'AND 1' : 'AND l.material_id = :material_id';
  return db.sinceLastWrite(`lots ${filter.material_id ?? ''}`, () => lotRecords(db, which, filter));
}

export async function readLot(db: Database, id: number, transaction?: Transaction): Promise<LotRecord> {
  const [lot] = await lotRecords(db, 'AND l.id = :id', { id }, transaction);
  if (!lot) throw notFound('lot', id);
  return lot;
}

export async function createLot(db: Database, input: NewLot): Promise<LotRecord> {
  return db.write(async (transaction) => {
    const material_id = input.material_id
      ? (await materialRow(db, input.material_id, transaction)).id
      : await materialOfKind(db, input.kind as MaterialKind, transaction);
    const row = await db.tables.lots.create(
      {
        material_id,
        supplier: input.supplier ?? null,
        bought_kg: input.bought_kg,
        cost: input.cost ?? null,
        currency: input.currency ?? 'EUR',
        moisture_fraction: fraction(input.moisture_percent),
        active_fraction: fraction(input.active_percent),
        fines_fraction: fraction(input.fines_percent),
        fineness_number: input.fineness_number ?? null,
        stated_at: null,
        bag_kg: input.bag_kg ?? null,
        bought_at: input.bought_at ?? null,
        note: input.note ?? null,
        created_at: nowIso()
      },
      { transaction }
    );
    return readLot(db, row.id, transaction);
  });
}

export async function amendLot(db: Database, id: number, change: LotChange): Promise<LotRecord> {
  return db.write(async (transaction) => {
    const before = await readLot(db, id, transaction);
    mustBeLatest('lot', before, change.version);
    const { version: _, moisture_percent, active_percent, fines_percent, on_hand_kg, ...same } = change;
    const patch: Partial<LotRow> = { ...(same as Partial<LotRow>) };
    if (moisture_percent !== undefined) patch.moisture_fraction = fraction(moisture_percent);
    if (active_percent !== undefined) patch.active_fraction = fraction(active_percent);
    if (fines_percent !== undefined) patch.fines_fraction = fraction(fines_percent);
    patch.stated_at = await statedAnew(db, id, patch, transaction);
    if (on_hand_kg !== undefined) {
      patch.adjusted_kg = on_hand_kg + before.used_kg - (change.bought_kg ?? before.bought_kg);
    }
    await db.tables.lots.update({ ...patch, version: ONE_MORE }, { where: { id }, transaction });
    return readLot(db, id, transaction);
  });
}

/** When each figure was stated, those that the patch changes being stated now. */
async function statedAnew(
  db: Database,
  id: number,
  patch: Partial<LotRow>,
  transaction: Transaction
): Promise<StatedAt> {
  const row = (await db.tables.lots.findOne({ where: { id }, transaction }))!;
  const stated: StatedAt = { ...row.stated_at };
  const columns = {
    moisture: 'moisture_fraction',
    active: 'active_fraction',
    fines: 'fines_fraction',
    fineness: 'fineness_number'
  } as const;
  for (const [figure, column] of Object.entries(columns) as [keyof StatedAt, keyof LotRow][]) {
    if (patch[column] !== undefined && patch[column] !== row[column]) stated[figure] = nowIso();
  }
  return stated;
}

/** Takes a lot off the list; what was used of it stays in the ledgers. */
export async function removeLot(db: Database, id: number): Promise<void> {
  await db.write(async (transaction) => {
    await readLot(db, id, transaction);
    await db.tables.lots.update({ removed_at: nowIso(), version: ONE_MORE }, { where: { id }, transaction });
  });
}

/** Puts a removed lot back. */
export async function restoreLot(db: Database, id: number): Promise<LotRecord> {
  return db.write(async (transaction) => {
    const [found] = await db.tables.lots.update(
      { removed_at: null, version: ONE_MORE },
      { where: { id }, transaction }
    );
    if (found === 0) throw notFound('lot', id);
    return readLot(db, id, transaction);
  });
}

async function materialOfKind(db: Database, kind: MaterialKind, transaction: Transaction): Promise<number> {
  const known = await db.tables.materials.findOne({
    where: { kind, removed_at: null },
    order: ['id'],
    transaction
  });
  return known?.id ?? (await insertMaterial(db, { kind }, transaction)).id;
}

async function insertMaterial(
  db: Database,
  input: NewMaterial,
  transaction: Transaction
): Promise<MaterialRow> {
  const kind = input.kind as MaterialKind;
  return db.tables.materials.create(
    { kind, name: input.name ?? INGREDIENTS[kind].name, note: input.note ?? null, created_at: nowIso() },
    { transaction }
  );
}

async function materialRow(db: Database, id: number, transaction?: Transaction): Promise<MaterialRow> {
  const row = await db.tables.materials.findOne({
    where: { id, removed_at: null },
    raw: true,
    ...(transaction && { transaction })
  });
  if (!row) throw notFound('material', id);
  return row;
}

function materialRecord(row: MaterialRow): MaterialRecord {
  const { role, moisture_fraction, active_fraction, loose_kg_per_l } = INGREDIENTS[row.kind];
  return {
    id: row.id,
    kind: row.kind,
    name: row.name,
    role,
    note: row.note,
    version: row.version,
    defaults: {
      moisture_percent: asPercent(moisture_fraction),
      active_percent: asPercent(active_fraction),
      loose_kg_per_l,
      source: 'handbook'
    }
  };
}

type LotWithUse = Omit<LotRow, 'stated_at'> & {
  kind: MaterialKind;
  name: string;
  used_kg: number;
  stated_at: string | null;
};

async function lotRecords(
  db: Database,
  where: string,
  replacements: Record<string, unknown>,
  transaction?: Transaction
): Promise<LotRecord[]> {
  const rows = await db.sequelize.query<LotWithUse>(
    `SELECT l.*, m.kind, m.name, COALESCE(SUM(u.kg), 0) AS used_kg
       FROM lots l JOIN materials m ON m.id = l.material_id LEFT JOIN lot_uses u ON u.lot_id = l.id
      WHERE l.removed_at IS NULL ${where} GROUP BY l.id ORDER BY m.id, l.id`,
    { type: QueryTypes.SELECT, replacements, ...(transaction && { transaction }) }
  );
  if (rows.length === 0) return [];
  const tests = await db.tables.lotTests.findAll({
    where: { lot_id: rows.map(({ id }) => id), undone_at: null },
    ...(transaction && { transaction })
  });
  return rows.map((row) =>
    lotRecord(
      row,
      tests.filter(({ lot_id }) => lot_id === row.id)
    )
  );
}

function lotRecord(row: LotWithUse, tests: readonly LotTestRow[]): LotRecord {
  // A raw query gives JSON columns as their text.
  const stated_at = row.stated_at === null ? null : (JSON.parse(row.stated_at) as StatedAt);
  const { moisture_percent, active_percent, fines_percent, fineness, yield_percent } = lotFigures(
    { ...row, stated_at },
    tests
  );
  return {
    id: row.id,
    material_id: row.material_id,
    kind: row.kind,
    role: INGREDIENTS[row.kind].role,
    name: row.name,
    supplier: row.supplier,
    bought_kg: row.bought_kg,
    used_kg: row.used_kg,
    on_hand_kg: row.bought_kg + row.adjusted_kg - row.used_kg,
    cost: row.cost,
    currency: row.currency,
    moisture_percent,
    active_percent,
    fines_percent,
    yield_percent,
    fineness_number: fineness?.value ?? null,
    fineness_source: fineness?.source ?? null,
    bag_kg: row.bag_kg,
    bought_at: row.bought_at,
    note: row.note,
    version: row.version
  };
}

function fraction(percent: number | null | undefined): number | null {
  return percent === null || percent === undefined ? null : percent / 100;
}
