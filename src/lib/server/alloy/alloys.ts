import { nowIso } from '$core/time/now';
import type { InferAttributes } from 'sequelize';
import { ALLOYS, type Alloy, type AlloyFigures } from '$core/reference/alloys';
import { wrongRange, type AlloyChange, type NewAlloy } from '$lib/schema/pour';
import type { Database } from '../database/database';
import type { AlloyRow } from '../database/tables';
import { impossible } from '../refusal';
import { shelf } from '../shelf/shelf';

/** An alloy of one's own. */
export type AlloyRecord = Omit<InferAttributes<AlloyRow>, 'removed_at'>;

const alloys = shelf(
  'alloy',
  (db) => db.tables.alloys,
  ({ removed_at: _, ...record }): AlloyRecord => record
);

export const listAlloys = alloys.list;
export const readAlloy = (db: Database, id: number): Promise<AlloyRecord> => alloys.standing(db, id);
/** Takes an alloy off the list; molds of it go by the metal that it is like from then on. */
export const removeAlloy = alloys.remove;
export const restoreAlloy = alloys.restore;

/** @throws Refusal when another one has that name */
export async function createAlloy(db: Database, input: NewAlloy): Promise<AlloyRecord> {
  return db.write(async (transaction) => {
    await alloys.mustBeNew(db, input.name, null, transaction);
    const { id } = await db.tables.alloys.create(
      {
        name: input.name,
        based_on: input.based_on,
        solidus_c: input.solidus_c ?? null,
        liquidus_c: input.liquidus_c ?? null,
        pour_low_c: input.pour_low_c ?? null,
        pour_high_c: input.pour_high_c ?? null,
        solid_kg_l: input.solid_kg_l ?? null,
        loss_percent: input.loss_percent ?? null,
        parts: input.parts ?? null,
        note: input.note ?? null,
        created_at: nowIso()
      },
      { transaction }
    );
    return alloys.standing(db, id, transaction);
  });
}

export async function amendAlloy(db: Database, id: number, change: AlloyChange): Promise<AlloyRecord> {
  return db.write(async (transaction) => {
    const before = await alloys.before(db, id, change.version, transaction);
    if (change.name !== undefined) await alloys.mustBeNew(db, change.name, id, transaction);
    const defined = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
    const wrong = wrongRange({ ...before, ...defined });
    if (wrong) throw impossible([wrong]);
    return alloys.change(db, id, defined, transaction);
  });
}

/** The figures of a mold's metal: the handbook's, with what its owner knows better. */
export function figuresOf(metal: Alloy, own: AlloyRecord | null): AlloyFigures {
  if (!own) return ALLOYS[metal];
  const like: AlloyFigures = ALLOYS[own.based_on];
  const range = [own.pour_low_c ?? like.pour_range_c[0], own.pour_high_c ?? like.pour_range_c[1]] as const;
  const solid = own.solid_kg_l === null ? like.solid_kg_m3 : own.solid_kg_l * 1000;
  const loss = own.loss_percent === null ? null : own.loss_percent / 100;
  return {
    ...like,
    name: own.name,
    solidus_c: own.solidus_c ?? like.solidus_c,
    liquidus_c: own.liquidus_c ?? like.liquidus_c,
    pour_c: (range[0] + range[1]) / 2,
    pour_range_c: range,
    solid_kg_m3: solid,
    // Liquid keeps to solid as in what it is like.
    liquid_kg_m3: (solid * like.liquid_kg_m3) / like.solid_kg_m3,
    loss: loss === null ? like.loss : [loss, loss],
    // Who pours it hotter than what it is like knows that it bears that.
    set_point: {
      ...like.set_point,
      most_c: Math.max(like.set_point.most_c, range[1] + like.set_point.carry_c)
    }
  };
}
