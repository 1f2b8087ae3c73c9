import { ALLOYS, type Alloy } from '$core/reference/alloys';
import { BURNT_ABOVE_C } from '$core/reference/heat';
import type { HeapBinder } from '$core/reference/targets';
import { heatRun, hotterThan, sandBody, type HeatRun } from './mold-heat';

/** A casting's surface is cool enough to be handled with gloves, and by hand, °C (handbook default). */
export const OPEN_BELOW_C = { gloves: 400, hand: 60 } as const;
/** Longer nobody waits for a mold, s: what is not cool by then is told as not known. */
const LONGEST_S = 3 * 86_400;

/** What a pour does to its sand, and when the mold may be opened. */
export interface AfterPour {
  /** Sand whose binder is dead, m from the casting, and how much of it, kg. */
  burnt_m: number;
  burnt_kg: number;
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
 * @source conduction in one dimension (see `heatRun`)
 */
export function afterPour(
  alloy: Alloy,
  volume_m3: number,
  area_m2: number,
  pour_c: number,
  moisture: number,
  binder: HeapBinder,
  thick_m: number
): AfterPour {
  const { solid_kg_m3, liquidus_c, solidus_c, latent_j_kg, liquid_j_kg_k, solid_j_kg_k } = ALLOYS[alloy];
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
  const run = heatRun(sand, face, LONGEST_S, limits);
  const burnt_m = hotterThan(run, BURNT_ABOVE_C[binder]);
  const [solid_s, below_400_s, below_60_s] = run.reached_s as [number | null, number | null, number | null];
  return { burnt_m, burnt_kg: burnt_m * area_m2 * sand.kg_m3, solid_s, below_400_s, below_60_s, run };
}
