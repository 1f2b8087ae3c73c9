import { parseQuantity } from '$core/quantity/parse';
import type { Dimension, UnitSystem } from '$core/quantity/unit';
import { bareMassUnit } from '$core/quantity/display';
import type { Typed } from '$lib/ui/bench/drafts';
import type { BatchDraft, Pick } from './batch-draft';
import { firstChoices, pickOf, recipeMoisture, type MixHeap, type RecipePicks } from './recipe-choices';

/** A recipe while it is written: what is picked by key, and each quantity as it was typed with what it means. */
export interface Recipe {
  wanted_as: 'total' | 'dry-sand' | 'all-sand' | null;
  wanted: Typed;
  sand: string;
  second: string;
  share: Typed;
  binder: string;
  phs: Typed;
  counted_as: 'product' | 'active' | null;
  oil: string;
  oil_phs: Typed;
  activator: string;
  activator_phs: Typed;
  extra: string;
  extra_phs: Typed;
  moisture: Typed;
  /** Moisture of the first sand as somebody measured it, by its key. */
  measured: { sand: string; fraction: number } | null;
}

/** What a recipe asks of a batch, with the moisture that its clay wants where none was typed. */
export function batchOf(heap: MixHeap, picks: RecipePicks, recipe: Recipe): BatchDraft & { aim: number } {
  const { measured } = recipe;
  const first = pickOf(picks.sands, recipe.sand);
  const counted_as = recipe.counted_as ?? 'active';
  const binder = pickOf(picks.binders, recipe.binder);
  const product = (of: readonly Pick[], key: string, phs: Typed) => ({
    pick: pickOf(of, key),
    phs: phs.si,
    counted_as: 'product' as const
  });
  const aim = recipeMoisture(heap, binder, recipe.phs.si, counted_as);
  return {
    aim,
    system: heap.system,
    wanted_as: recipe.wanted_as ?? 'total',
    wanted_kg: recipe.wanted.si,
    // What was measured of the sand just now stands in place of what the handbook takes it for.
    sand:
      first && measured?.sand === first.key
        ? { ...first, moisture_fraction: measured.fraction, measured: true }
        : first,
    second_sand: pickOf(picks.sands, recipe.second),
    second_share: recipe.share.si,
    additions: [
      { pick: binder, phs: recipe.phs.si, counted_as },
      ...(heap.system === 'oil'
        ? [
            product(picks.oils, recipe.oil, recipe.oil_phs),
            product(picks.activators, recipe.activator, recipe.activator_phs)
          ]
        : []),
      product(picks.extras, recipe.extra, recipe.extra_phs)
    ],
    moisture_fraction: recipe.moisture.text.trim() === '' ? aim : recipe.moisture.si
  };
}

const WANTED = ['total', 'dry-sand', 'all-sand'] as const;

const typed = (text: string, dimension: Dimension, unit: string): Typed => {
  const read = text.trim() === '' ? null : parseQuantity(text, dimension, unit);
  return { text, si: read?.ok ? read.si : undefined };
};

/**
 * The recipe that a page begins with: the likeliest one for the heap, with what the address gives in its place. Its fields
 * are named as the recipe's, so that a recipe can be worked out without a script too.
 *
 * @param given the query of the page
 */
export function recipeOf(
  heap: MixHeap,
  picks: RecipePicks,
  given: Record<string, string>,
  system: UnitSystem
): Recipe {
  const first = firstChoices(heap, picks);
  const picked = (of: RecipePicks[keyof RecipePicks], name: string, usual: string) => {
    const key = given[name];
    return key !== undefined && (key === '' || of.some((pick) => pick.key === key)) ? key : usual;
  };
  const count = (name: string, usual: string) => typed(given[name] ?? usual, 'count', '');
  return {
    wanted_as: WANTED.find((each) => each === given.wanted_as) ?? 'total',
    wanted: typed(
      given.wanted ?? (system === 'us' ? '55 lb' : '25 kg'),
      'mass',
      bareMassUnit('large', system)
    ),
    sand: picked(picks.sands, 'sand', first.sand),
    second: picked(picks.sands, 'second', ''),
    share: typed(given.share ?? '30', 'fraction', '%'),
    binder: picked(picks.binders, 'binder', first.binder),
    phs: count('phs', String(first.dose)),
    counted_as: given.counted_as === 'product' ? 'product' : 'active',
    oil: picked(picks.oils, 'oil', first.oil),
    oil_phs: count('oil_phs', '2'),
    activator: picked(picks.activators, 'activator', first.activator),
    activator_phs: count('activator_phs', '0.15'),
    extra: picked(picks.extras, 'extra', ''),
    extra_phs: count('extra_phs', ''),
    moisture: typed(given.moisture ?? '', 'fraction', '%'),
    measured: null
  };
}
