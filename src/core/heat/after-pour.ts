import type { AlloyFigures } from '$core/reference/alloys';
import { BURNT_ABOVE_C, STEAM_TO_SAND, TOUCHED_M, WATER } from '$core/reference/heat';
import type { HeapBinder } from '$core/reference/targets';
import { heatRun, hotterThan, sandBody, type HeatRun } from './mold-heat';

/** A casting's surface is cool enough to be handled with gloves, and by hand, °C (handbook default). */
export const OPEN_BELOW_C = { gloves: 400, hand: 60 } as const;
/** Longer nobody waits for a mold, s: what is not cool by then is told as not known. */
export const LONGEST_S = 3 * 86_400;

/** What a pour does to its sand, and when the mold may be opened. */
export interface AfterPour {
  /** Sand whose binder is dead, m from the casting, and how much of it, kg. */
  burnt_m: number;
  burnt_kg: number;
  /** The same, with the grains that the metal touched: they come away with the casting even where no binder dies. */
  spent_kg: number;
  /** Water that boiled, what of it condensed in the colder sand behind, and what left as steam, kg. */
  boiled_kg: number;
  condensed_kg: number;
  steam_kg: number;
  /** From the pour on, s; null where it was not so cool within three days. */
  solid_s: number | null;
  below_400_s: number | null;
  below_60_s: number | null;
  run: HeatRun;
}

/**
 * The heat of one casting through its sand: how much of it burns, and when it is solid and cool.
 *
 * @param volume_m3 and
 * @param area_m2 of the casting: what cools it
 * @param thick_m sand between it and the flask
 * @param moisture share of the damp sand
 * @param longest_s how long it is followed at most
 * @source conduction in one dimension (see `heatRun`)
 */
export function afterPour(
  alloy: AlloyFigures,
  volume_m3: number,
  area_m2: number,
  pour_c: number,
  moisture: number,
  binder: HeapBinder,
  thick_m: number,
  longest_s = LONGEST_S
): AfterPour {
  const { solid_kg_m3, liquidus_c, solidus_c, latent_j_kg, liquid_j_kg_k, solid_j_kg_k } = alloy;
  const sand = sandBody(thick_m, moisture);
  const face = {
    modulus_m: volume_m3 / area_m2,
    kg_m3: solid_kg_m3,
    pour_c,
    liquidus_c,
    solidus_c,
    latent_j_kg,
    liquid_j_kg_k,
    solid_j_kg_k
  };
  // A metal that melts below a limit is under it as soon as it is solid.
  const limits = [solidus_c, Math.min(solidus_c, OPEN_BELOW_C.gloves), OPEN_BELOW_C.hand];
  const run = heatRun(sand, face, longest_s, limits);
  const burnt_m = hotterThan(run, BURNT_ABOVE_C[binder]);
  const [solid_s, below_400_s, below_60_s] = run.reached_s as [number | null, number | null, number | null];
  const skin_kg = (m: number) => m * area_m2 * sand.kg_m3;
  const layer_m = thick_m / run.at_m.length;
  const boiled_kg = moisture * skin_kg(run.dried.reduce((sum, share) => sum + share * layer_m, 0));
  // Steam goes outward: sand that never boiled takes up what it needs to come to the boiling point.
  const room_j_m2 = run.peak_c.reduce(
    (sum, c) => sum + Math.max(0, WATER.boils_c - c) * layer_m * sand.kg_m3 * sand.j_kg_k,
    0
  );
  const condensed_kg = Math.min(STEAM_TO_SAND * boiled_kg, (room_j_m2 * area_m2) / WATER.evaporation_j_kg);
  return {
    burnt_m,
    burnt_kg: skin_kg(burnt_m),
    spent_kg: skin_kg(Math.max(burnt_m, Math.min(thick_m, TOUCHED_M))),
    boiled_kg,
    condensed_kg,
    steam_kg: boiled_kg - condensed_kg,
    solid_s,
    below_400_s,
    below_60_s,
    run
  };
}
