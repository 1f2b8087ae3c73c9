import { arrivalOf } from '$core/material/arrival';
import { composition, plus, type Composition } from '$core/material/composition';
import { batch, type Batch, type BatchRecipe } from '$core/mix/batch';
import { costOf, stockCheck, type Cost, type StockCheck } from '$core/mix/stock-check';
import { INGREDIENTS, MATERIAL_KINDS, type MaterialKind, type Role } from '$core/reference/ingredients';
import type { System } from '$core/reference/targets';

/** A lot as the interface gives it. */
export interface LotChoice {
  id: number;
  kind: MaterialKind;
  role: Role;
  name: string;
  supplier: string | null;
  bought_kg: number;
  on_hand_kg: number;
  cost: number | null;
  currency: string;
  moisture_percent: { value: number; source: string };
  /** With its deviation where household tests, or nobody, told. */
  active_percent: { value: number; source: string; sd?: number };
}

/** Something that can go into a batch: a lot in stock, or a handbook material that is not. */
export interface Pick {
  /** `lot:3` or `kind:washed-silica`. */
  key: string;
  name: string;
  kind: MaterialKind;
  role: Role;
  lot: LotChoice | null;
  moisture_fraction: number;
  /** Somebody measured its moisture just now, and no lot keeps that: it goes into the record of the batch. */
  measured?: true;
  active_fraction: number;
  loose_kg_per_l: number;
}

/** Everything of these roles that can be picked: what is in stock first, then the handbook's kinds. */
export function picksFor(lots: readonly LotChoice[], roles: readonly Role[], system: System): Pick[] {
  const fits = (kind: MaterialKind) =>
    kind !== (system === 'oil' ? null : 'organoclay') &&
    (system === 'water' || INGREDIENTS[kind].role !== 'binder' || kind === 'organoclay');
  const inStock = lots
    .filter((lot) => roles.includes(lot.role) && fits(lot.kind))
    .map((lot): Pick => ({
      key: `lot:${lot.id}`,
      name: lot.supplier ? `${lot.name}, ${lot.supplier}` : lot.name,
      kind: lot.kind,
      role: lot.role,
      lot,
      moisture_fraction: lot.moisture_percent.value / 100,
      active_fraction: lot.active_percent.value / 100,
      loose_kg_per_l: INGREDIENTS[lot.kind].loose_kg_per_l
    }));
  const handbook = MATERIAL_KINDS.filter((kind) => roles.includes(INGREDIENTS[kind].role) && fits(kind)).map(
    (kind): Pick => {
      const { name, role, moisture_fraction, active_fraction, loose_kg_per_l } = INGREDIENTS[kind];
      return {
        key: `kind:${kind}`,
        name,
        kind,
        role,
        lot: null,
        moisture_fraction,
        active_fraction,
        loose_kg_per_l
      };
    }
  );
  return [...inStock, ...handbook];
}

/** What the user has chosen so far; figures in SI, undefined while a field says nothing. */
export interface BatchDraft {
  system: System;
  /** Finished mix, dry sand, or the first sand as it is, all of it. */
  wanted_as: 'total' | 'dry-sand' | 'all-sand';
  wanted_kg: number | undefined;
  sand: Pick | undefined;
  second_sand: Pick | undefined;
  /** Share of the second sand, 0–1. */
  second_share: number | undefined;
  additions: { pick: Pick | undefined; phs: number | undefined; counted_as: 'product' | 'active' }[];
  moisture_fraction: number | undefined;
}

/** One line of the answer: what to weigh. */
export interface WeighLine {
  pick: Pick | null;
  /** What it is called at the scale. */
  name: string;
  role: Role;
  kg: number;
  /** Water that its damp stock brings, kg. */
  brings_water_kg: number;
}

export interface BatchAnswer {
  batch: Batch;
  lines: WeighLine[];
  stock: StockCheck;
  cost: Cost;
  unpriced: number;
  /** Mass of the largest batch that stock would make, kg; Infinity when nothing of it is in stock records. */
  largest_kg: number;
}

/** The live answer to a draft, or null while something is missing or out of reach. */
export function answerTo(draft: BatchDraft): BatchAnswer | null {
  const recipe = recipeOf(draft);
  if (!recipe) return null;
  const { sand, second_sand } = draft;
  const made = batch(recipe.recipe);
  const picks = [sand!, ...(recipe.recipe.sands.length > 1 ? [second_sand!] : []), ...recipe.picks];
  const masses = [...made.sand_kg, ...made.addition_kg];
  const lines: WeighLine[] = picks.map((pick, i) => ({
    pick,
    name: pick.name,
    role: pick.role,
    kg: masses[i]!,
    brings_water_kg: masses[i]! * pick.moisture_fraction
  }));
  if (draft.system === 'water')
    lines.push({ pick: null, name: 'Water', role: 'water', kg: made.water_kg, brings_water_kg: 0 });
  const drawn = lines.flatMap(({ pick, kg }) => (pick?.lot ? [{ lot: pick.lot, kg }] : []));
  const stock = stockCheck(
    drawn.map(({ lot, kg }) => ({ lot_id: lot.id, needed_kg: kg, on_hand_kg: lot.on_hand_kg }))
  );
  const { cost, unpriced } = costOf(
    lines
      .filter(({ pick }) => pick !== null)
      .map(({ pick, kg }) => ({
        kg,
        bought_kg: pick!.lot?.bought_kg ?? 0,
        cost: pick!.lot?.cost ?? null,
        currency: pick!.lot?.currency ?? ''
      }))
  );
  return { batch: made, lines, stock, cost, unpriced, largest_kg: stock.largest_factor * made.total_kg };
}

/** All of the first sand, damp as it is, is so much dry sand of a batch that it has a share in. */
function wantedOf({ wanted_as, sand }: BatchDraft, kg: number, share: number): BatchRecipe['wanted'] {
  if (wanted_as === 'total') return { total_kg: kg };
  return { dry_sand_kg: wanted_as === 'dry-sand' ? kg : (kg * (1 - sand!.moisture_fraction)) / share };
}

/** What is really in a batch when other amounts went in than were planned. */
export function asWeighed(lines: readonly WeighLine[], kgs: readonly (number | undefined)[]): Composition {
  return lines
    .map(({ pick, role }, i) =>
      arrivalOf({
        role,
        kg: kgs[i] ?? 0,
        moisture_fraction: role === 'water' ? 1 : (pick?.moisture_fraction ?? 0),
        active_fraction: pick?.active_fraction ?? 0
      })
    )
    .reduce(plus, composition());
}

function recipeOf(draft: BatchDraft): { recipe: BatchRecipe; picks: Pick[] } | null {
  const { sand, second_sand, second_share, wanted_kg } = draft;
  if (!sand || !(wanted_kg !== undefined && wanted_kg > 0 && wanted_kg <= 1000)) return null;
  if (
    draft.system === 'water' &&
    !(draft.moisture_fraction !== undefined && draft.moisture_fraction >= 0 && draft.moisture_fraction <= 0.3)
  ) {
    return null;
  }
  const two = second_sand !== undefined;
  if (two && !(second_share !== undefined && second_share > 0 && second_share < 1)) return null;
  const dosed = draft.additions.filter((each) => each.pick !== undefined);
  if (
    dosed.some(
      ({ phs, pick, counted_as }) =>
        phs === undefined ||
        !(phs >= 0) ||
        phs > 60 ||
        (counted_as === 'active' && !(pick!.active_fraction > 0))
    )
  ) {
    return null;
  }
  const active = dosed.filter(({ phs }) => phs! > 0);
  return {
    picks: active.map(({ pick }) => pick!),
    recipe: {
      system: draft.system,
      wanted: wantedOf(draft, wanted_kg, two ? 1 - second_share! : 1),
      sands: two
        ? [
            { share: 1 - second_share!, moisture_fraction: sand.moisture_fraction },
            { share: second_share!, moisture_fraction: second_sand.moisture_fraction }
          ]
        : [{ share: 1, moisture_fraction: sand.moisture_fraction }],
      additions: active.map(({ pick, phs, counted_as }) => ({
        role: pick!.role as BatchRecipe['additions'][number]['role'],
        phs: phs!,
        counted_as,
        moisture_fraction: pick!.moisture_fraction,
        active_fraction: pick!.active_fraction
      })),
      moisture_fraction: draft.moisture_fraction ?? 0
    }
  };
}
