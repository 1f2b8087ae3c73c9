import { aimMoisture } from '$core/judge/temper-window';
import { batch } from '$core/mix/batch';
import { INGREDIENTS } from '$core/reference/ingredients';
import { BINDER_MATERIAL, TARGETS, middle, type HeapBinder, type System } from '$core/reference/targets';
import { picksFor, type LotChoice, type Pick } from './batch-draft';

/** The heap that a batch is mixed for. */
export interface MixHeap {
  id: number;
  name: string;
  system: System;
  binder: HeapBinder;
  targets: { moisture_percent: { min: number; max: number; source: string } };
}

/** Everything that may go into a heap, by what it is for. */
export interface RecipePicks {
  sands: Pick[];
  binders: Pick[];
  extras: Pick[];
  oils: Pick[];
  activators: Pick[];
}

export function recipePicks(heap: MixHeap, lots: readonly LotChoice[]): RecipePicks {
  const of = (...roles: Parameters<typeof picksFor>[1]) => picksFor(lots, roles, heap.system);
  return {
    sands: of('sand'),
    binders: of('binder'),
    extras: of('fines', 'carbon'),
    oils: of('oil'),
    activators: of('activator')
  };
}

export const pickOf = (picks: readonly Pick[], key: string): Pick | undefined =>
  picks.find((pick) => pick.key === key);

/** What is chosen before the user chooses: the heap's own clay, in stock if there is any, and the likeliest sand. */
export function firstChoices(heap: MixHeap, { sands, binders, oils, activators }: RecipePicks) {
  const wanted = BINDER_MATERIAL[heap.binder];
  const binder =
    binders.find((pick) => pick.kind === wanted && (pick.lot?.on_hand_kg ?? 1) > 0) ??
    binders.find((pick) => pick.kind === wanted)!;
  // Sand for oil must be dry; for water the fullest bag is the likeliest.
  const likelier = (a: Pick, b: Pick) =>
    heap.system === 'oil'
      ? a.moisture_fraction - b.moisture_fraction
      : (b.lot?.on_hand_kg ?? 0) - (a.lot?.on_hand_kg ?? 0);
  return {
    sand: [...sands].sort(likelier)[0]!.key,
    binder: binder.key,
    dose: INGREDIENTS[binder.kind].dose_phs ?? 8,
    oil: oils[0]?.key ?? '',
    activator: activators[0]?.key ?? ''
  };
}

/**
 * The moisture, wet basis, that a recipe is mixed to when the user names none: the middle of the heap's own window, or
 * what tempers this much clay.
 */
export function recipeMoisture(
  heap: MixHeap,
  clay: Pick | undefined,
  phs: number | undefined,
  counted_as: 'product' | 'active'
): number {
  if (heap.system === 'oil') return 0;
  const targets = TARGETS[heap.binder];
  const own = heap.targets.moisture_percent;
  if (own.source !== 'handbook') return (own.min + own.max) / 200;
  if (!clay || phs === undefined || phs > 60 || phs < 0) return middle(targets.moisture);
  const dry = batch({
    system: 'water',
    wanted: { dry_sand_kg: 1 },
    sands: [{ share: 1, moisture_fraction: 0 }],
    additions: [
      {
        role: 'binder',
        phs,
        counted_as,
        moisture_fraction: 0,
        active_fraction: clay.active_fraction || 1
      }
    ],
    moisture_fraction: 0
  });
  return aimMoisture(targets, dry.composition);
}
