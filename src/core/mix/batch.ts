import { arrivalOf, type Weighed } from '$core/material/arrival';
import { composition, plus, totalMass, type Composition } from '$core/material/composition';
import type { Role } from '$core/reference/ingredients';
import type { System } from '$core/reference/targets';

/** One of the sands of a batch. */
export interface BatchSand {
  /** Share of the dry sand, 0–1; the shares of a batch add up to 1. */
  share: number;
  moisture_fraction: number;
}

/** Something dosed on the dry sand. */
export interface BatchAddition {
  role: Exclude<Role, 'sand' | 'water'>;
  /** Parts by mass per hundred of dry sand. */
  phs: number;
  /** Whether `phs` counts the dry product or only its active share. */
  counted_as: 'product' | 'active';
  moisture_fraction: number;
  /** Active share of the dry product, 0–1. */
  active_fraction: number;
}

export interface BatchRecipe {
  system: System;
  /** What is wanted: so much dry sand, or so much finished mix. */
  wanted: { dry_sand_kg: number } | { total_kg: number };
  sands: BatchSand[];
  additions: BatchAddition[];
  /** Water-bonded: target moisture, wet basis. Ignored for oil, where water is only what the stock brings. */
  moisture_fraction: number;
}

export interface Batch {
  dry_sand_kg: number;
  /** Scale weights, damp as supplied, in the order of the recipe. */
  sand_kg: number[];
  addition_kg: number[];
  water_kg: number;
  /** Water that the damp stock brings beyond the target; the mix has to lose it. */
  surplus_water_kg: number;
  composition: Composition;
  total_kg: number;
}

/**
 * What to put on the scale for a batch of molding sand, with the water in damp stock taken off.
 *
 * Dry mix D = S(1 + Σp/100), water = D·w/(1−w), each ingredient as supplied = dry mass/(1−its moisture);
 * "as active" divides by the active fraction as well and the inert rest joins the dry mix as fines.
 * Everything is linear in S, so a wanted total is scaled from a batch of unit sand.
 *
 * @throws RangeError when shares do not add up to 1 or a product is all water or all inert
 * @source mixing arithmetic of foundry textbooks
 * @example S = 25 kg, 10 phs clay, w = 3.8 %, dry stock → 1.0863 kg water
 */
export function batch(recipe: BatchRecipe): Batch {
  const shares = recipe.sands.reduce((sum, sand) => sum + sand.share, 0);
  if (Math.abs(shares - 1) > 1e-9)
    throw new RangeError(`The shares of the sands add up to ${shares}, not 1.`);
  if ('dry_sand_kg' in recipe.wanted) return weighOut(recipe, recipe.wanted.dry_sand_kg);
  const wanted = recipe.wanted.total_kg;
  return weighOut(recipe, wanted / weighOut(recipe, 1).total_kg);
}

function weighOut(recipe: BatchRecipe, dry_sand_kg: number): Batch {
  const sands: Weighed[] = recipe.sands.map((sand) => ({
    role: 'sand',
    kg: asSupplied(dry_sand_kg * sand.share, sand.moisture_fraction),
    moisture_fraction: sand.moisture_fraction,
    active_fraction: 0
  }));
  const additions: Weighed[] = recipe.additions.map((addition) => ({
    role: addition.role,
    kg: asSupplied(dry_sand_kg * dryDose(addition), addition.moisture_fraction),
    moisture_fraction: addition.moisture_fraction,
    active_fraction: addition.active_fraction
  }));
  const stock = [...sands, ...additions].map(arrivalOf).reduce(plus, composition());
  const dry = totalMass(stock) - stock.water;
  const wanted_water = recipe.system === 'oil' ? 0 : waterFor(dry, recipe.moisture_fraction);
  const water_kg = Math.max(0, wanted_water - stock.water);
  const mix = plus(stock, composition({ water: water_kg }));
  return {
    dry_sand_kg,
    sand_kg: sands.map((sand) => sand.kg),
    addition_kg: additions.map((addition) => addition.kg),
    water_kg,
    surplus_water_kg: Math.max(0, stock.water - wanted_water),
    composition: mix,
    total_kg: totalMass(mix)
  };
}

/** Dry product per unit of dry sand. */
function dryDose(addition: BatchAddition): number {
  const dose = addition.phs / 100;
  if (addition.counted_as === 'product' || dose === 0) return dose;
  if (!(addition.active_fraction > 0))
    throw new RangeError('A product with no active share cannot be dosed by it.');
  return dose / addition.active_fraction;
}

function asSupplied(dry_kg: number, moisture_fraction: number): number {
  if (!(moisture_fraction < 1)) throw new RangeError('A stock that is all water brings nothing else.');
  return dry_kg / (1 - moisture_fraction);
}

/** Water that brings `dry_kg` of dry mix to moisture `w` (wet basis), kg. */
export function waterFor(dry_kg: number, w: number): number {
  return (dry_kg * w) / (1 - w);
}
