import { arrivalOf, type Weighed } from '$core/material/arrival';
import { dryMass } from '$core/material/composition';
import { LEAST_MOISTURE_SD, STATED, UNMEASURED } from '$core/reference/accuracy';
import { INGREDIENTS, ROLES, type MaterialKind, type Role } from '$core/reference/ingredients';
import { HEAP, indexOfPart, toVector } from './bodies';
import { weighingSd, type ReadContext, type WrittenIngredient } from './kind';
import type { HabitAmount } from './habits';
import type { Move, PartNoise } from './moves';

/** An ingredient weighed into a heap, and which of its figures somebody measured or stated. */
export interface Ingredient extends Weighed {
  /** What the user calls it: a role, or a handbook material. */
  ingredient: string;
  lot_id?: number | undefined;
  moisture_stated: boolean;
  active_stated: boolean;
  /** How far its active share may stand from its figure, where that is more than a bag's. */
  active_sd?: number | undefined;
}

const isRole = (name: string): name is Role => (ROLES as readonly string[]).includes(name);

/**
 * A stated figure counts first, then the lot's, then the handbook's. An ingredient named only by its role
 * (`sand`, `binder`) has no handbook figures: it counts as dry and fully active, that is, as what it says.
 */
export function readIngredient(written: WrittenIngredient, context: ReadContext): Ingredient {
  const { ingredient, kg, lot_id } = written;
  const lot = lot_id === undefined ? undefined : context.lot(lot_id);
  const kind = lot?.kind ?? (isRole(ingredient) ? undefined : (ingredient as MaterialKind));
  const defaults = kind && INGREDIENTS[kind];
  const role = lot?.role ?? defaults?.role ?? (ingredient as Role);
  const of = (percent: number | undefined) => (percent === undefined ? undefined : percent / 100);
  const moisture = of(written.moisture_percent) ?? lot?.moisture_fraction;
  const active = of(written.active_percent) ?? lot?.active_fraction;
  const plainRole = kind === undefined;
  // What was tested has the doubt of its tests; what nobody tested or stated has that of its kind.
  const active_sd =
    written.active_percent !== undefined
      ? undefined
      : lot?.active_stated
        ? lot.active_sd
        : defaults?.active_sd;
  return {
    ingredient: kind ?? ingredient,
    role,
    kg,
    moisture_fraction: role === 'water' ? 1 : (moisture ?? defaults?.moisture_fraction ?? 0),
    active_fraction: active ?? defaults?.active_fraction ?? 1,
    ...(role === 'sand' && lot?.fines_fraction != null && { fines_fraction: lot.fines_fraction }),
    ...(lot_id !== undefined && { lot_id }),
    moisture_stated: written.moisture_percent !== undefined || (lot?.moisture_stated ?? false) || plainRole,
    active_stated: written.active_percent !== undefined || (lot?.active_stated ?? false) || plainRole,
    ...(active_sd != null && { active_sd })
  };
}

/** The fields of an ingredient as the interface gives them. */
export function showIngredient(ingredient: Ingredient): Record<string, unknown> {
  const percent = (fraction: number) => Number((fraction * 100).toPrecision(12));
  return {
    ingredient: ingredient.ingredient,
    role: ingredient.role,
    kg: ingredient.kg,
    moisture_percent: percent(ingredient.moisture_fraction),
    active_percent: percent(ingredient.active_fraction),
    ...(ingredient.lot_id !== undefined && { lot_id: ingredient.lot_id }),
    moisture_source: ingredient.moisture_stated ? 'your entry' : 'handbook',
    active_source: ingredient.active_stated ? 'your entry' : 'handbook'
  };
}

/** The ingredient's name for a reader: a handbook material or a plain role. */
export function ingredientName(ingredient: string): string {
  const known = INGREDIENTS[ingredient as MaterialKind];
  return (known?.name ?? ingredient).replace(/, dry$|, damp bag$/, '').toLowerCase();
}

/**
 * An ingredient on its way into the heap, with what is unsure of it: the weighing (of water: the jug), its moisture,
 * a sand's fines, a binder's strength.
 *
 * @param amount_sd of the amount, kg, where it was not weighed
 */
export function arrivalMove(ingredient: Ingredient, scale_g: number, amount_sd?: number): Move {
  const parts = arrivalOf(ingredient);
  const { kg, role, moisture_fraction } = ingredient;
  const perKg = toVector(parts).map((value) => (kg > 0 ? value / kg : 0));
  const noise: PartNoise[] = [[perKg, amount_sd ?? weighingSd(kg, scale_g)]];
  if (role !== 'water') {
    const share = (ingredient.moisture_stated ? STATED : UNMEASURED).moisture_share;
    const sd = Math.max(LEAST_MOISTURE_SD, share * moisture_fraction);
    noise.push([slopeOf(ingredient, 'moisture_fraction'), sd]);
  }
  if (role === 'sand') {
    const sd = (ingredient.fines_fraction === undefined ? UNMEASURED : STATED).sand_fines;
    noise.push([swapped('fines', dryMass(parts)), sd]);
  }
  if (role === 'binder') {
    const sd = ingredient.active_sd ?? (ingredient.active_stated ? STATED : UNMEASURED).binder_active;
    noise.push([slopeOf(ingredient, 'active_fraction'), sd]);
  }
  return { do: 'arrive', to: HEAP, parts, noise };
}

/** Sand is brought in amounts that repeat. */
export const sandAmounts = ({ additions }: { additions: readonly Ingredient[] }): HabitAmount[] =>
  additions.filter(({ role }) => role === 'sand').map(({ kg }) => ['sand', kg]);

/** The arrival is linear in each of its fractions, so one difference is the exact slope. */
function slopeOf(ingredient: Ingredient, fraction: 'moisture_fraction' | 'active_fraction'): number[] {
  const none = toVector(arrivalOf({ ...ingredient, [fraction]: 0 }));
  return toVector(arrivalOf({ ...ingredient, [fraction]: 1 })).map((value, i) => value - none[i]!);
}

/** The direction in which a part stands in for grain, in a dry mass of `dry` kg. */
export function swapped(part: 'active_clay' | 'dead_clay' | 'fines' | 'combustibles', dry: number): number[] {
  const direction = Array<number>(7).fill(0);
  direction[indexOfPart(part)] = dry;
  direction[indexOfPart('grain')] = -dry;
  return direction;
}
