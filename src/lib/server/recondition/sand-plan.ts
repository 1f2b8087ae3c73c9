import { INGREDIENTS } from '$core/reference/ingredients';
import { TIRED } from '$core/reference/wear';
import type { SandNeeds } from '$lib/schema/recondition';
import type { Database } from '../database/database';
import { readState } from '../heap/heap-state';
import { readHeap } from '../heap/heaps';
import { readRenewal } from '../heap/renewal';

const percents = (most: number) => ({ min: 0, max: 100 * most });

/** The dose of a heap by the linear programme, dead clay and fines held down as far as stock allows. */
export async function readSandNeeds(db: Database, heap_id: number): Promise<SandNeeds> {
  const [heap, state] = await Promise.all([readHeap(db, heap_id), readState(db, heap_id)]);
  const none: SandNeeds = {
    heap_kg: state.total_kg,
    burnt_kg: state.burnt_kg,
    discard_kg: state.burnt_kg,
    additions: [],
    water_kg: state.prescription.water_kg,
    oil_kg: state.prescription.oil_kg,
    held: false,
    conflicts: [],
    finished: true,
    after: null
  };
  if (!(state.total_kg > 0)) return none;
  const tired = { dead_clay_percent: percents(TIRED.dead_clay), fines_percent: percents(TIRED.fines) };
  let renewal = await readRenewal(db, heap_id, heap.system === 'water' ? tired : {});
  const held = renewal.feasible;
  const conflicts = renewal.feasible ? [] : renewal.conflicts;
  let finished = renewal.feasible || renewal.finished;
  if (!renewal.feasible) renewal = await readRenewal(db, heap_id, {});
  finished &&= renewal.feasible || renewal.finished;
  if (!renewal.feasible) return { ...none, conflicts, finished };
  const liquid = (ingredient: string) => INGREDIENTS[ingredient as keyof typeof INGREDIENTS]?.role;
  const of = (role: string) =>
    renewal.feasible
      ? renewal.additions
          .filter(({ ingredient }) => (ingredient === 'water' ? 'water' : liquid(ingredient)) === role)
          .reduce((sum, { kg }) => sum + kg, 0)
      : 0;
  // A policy of so much new sand each time is kept, whatever the windows ask for.
  const sand_kg = of('sand');
  const fresh_kg = Math.max(0, (heap.policy?.new_sand_kg ?? 0) - sand_kg);
  const dry = renewal.additions
    .filter(({ ingredient }) => ingredient !== 'water' && liquid(ingredient) !== 'oil')
    .map(({ ingredient, name, kg, ...rest }) => ({
      ingredient,
      name,
      kg,
      ...('lot_id' in rest && rest.lot_id !== undefined && { lot_id: rest.lot_id })
    }));
  return {
    ...none,
    discard_kg: state.burnt_kg + renewal.discard_kg,
    additions: fresh_kg > 0 ? [...dry, { ingredient: 'sand', name: 'New sand', kg: fresh_kg }] : dry,
    water_kg: of('water'),
    oil_kg: of('oil'),
    held,
    conflicts,
    finished,
    after: {
      dead_clay_percent: renewal.result.dead_clay_percent,
      fines_percent: renewal.result.fines_percent
    }
  };
}
