import { aimMoisture } from '../judge/temper-window';
import { batch } from '../mix/batch';
import { sandDemand } from '../mold/sand-demand';
import type { Flask } from '../mold/flask';
import { INGREDIENTS } from '../reference/ingredients';
import { TARGETS } from '../reference/targets';
import { RAMMED_DENSITY } from '../reference/wear';

/** A first heap where nobody named a flask, kg: what one small mold takes, twice over (handbook default). */
const USUAL_KG = 20;
/** So much more than one mold of it takes: sand is out in a mold while the next is rammed (handbook default). */
const HEAP_OVER_MOLD = 1.3;
const BINDER = 'sodium-bentonite';

/** What goes into a first heap, scale weights in kg. */
export interface FirstHeap {
  total_kg: number;
  sand_kg: number;
  clay_kg: number;
  water_kg: number;
  /** Parts of active clay by mass to a hundred of dry sand. */
  phs: number;
}

/**
 * A first heap of dry sand, sodium bentonite and water, enough for a mold in a flask.
 *
 * @param flask null: 20 kg
 * @source the handbook's dose of sodium bentonite, counted as active clay like the Mix page does, tempered to the middle of its window; see `batch`
 */
export function firstHeap(flask: Flask | null): FirstHeap {
  const kg = flask
    ? HEAP_OVER_MOLD *
      sandDemand(flask, { cope_m3: 0, drag_m3: 0 }, RAMMED_DENSITY.water.value).with_allowance_kg
    : USUAL_KG;
  const clay = INGREDIENTS[BINDER];
  const phs = clay.dose_phs ?? 8;
  const recipe = {
    system: 'water',
    sands: [{ share: 1, moisture_fraction: 0 }],
    additions: [
      {
        role: 'binder',
        phs,
        counted_as: 'active',
        moisture_fraction: clay.moisture_fraction,
        active_fraction: clay.active_fraction
      }
    ]
  } as const;
  const dry = batch({
    ...recipe,
    sands: [...recipe.sands],
    additions: [...recipe.additions],
    wanted: { dry_sand_kg: 1 },
    moisture_fraction: 0
  });
  const of = batch({
    ...recipe,
    sands: [...recipe.sands],
    additions: [...recipe.additions],
    wanted: { total_kg: Math.round(kg) },
    moisture_fraction: aimMoisture(TARGETS[BINDER], dry.composition)
  });
  return {
    total_kg: of.total_kg,
    sand_kg: of.sand_kg[0]!,
    clay_kg: of.addition_kg[0]!,
    water_kg: of.water_kg,
    phs
  };
}
