import type { AlloyFigures } from '$core/reference/alloys';
import { BURNT_ABOVE_C, STEAM_TO_SAND, TOUCHED_M, WATER } from '$core/reference/heat';
import type { HeapBinder } from '$core/reference/targets';
import { heatRun, hotterThan, sandBody, type HeatRun } from './mold-heat';
import { PLATE, areaAt, sandTo, type Spread } from './shape';

/** A casting is cool enough to be taken in a bare hand, °C (handbook default). */
export const HAND_C = 60;
/** Longer nobody waits for a mold, s: what is not cool by then is told as not known. */
const LONGEST_S = 3 * 86_400;

/** A body of metal in the sand, as it cools. */
export interface HotBody {
  volume_m3: number;
  /** What cools it. */
  area_m2: number;
  /** How the sand about it widens; left out, it is taken for a plate, which cools slowest. */
  around?: Spread | undefined;
}

/** What it is poured of, and into. */
export interface PouredInto {
  alloy: AlloyFigures;
  pour_c: number;
  /** Share of the damp sand. */
  moisture: number;
  binder: HeapBinder;
  /** Sand between the casting and the flask, m. */
  thick_m: number;
}

/** What a pour does to its sand, and how a body cools. */
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
  /** When its middle was first as cool as each limit that was asked, s from the pour; null where it never was. */
  reached_s: (number | null)[];
  run: HeatRun;
}

/** How a body cools: when it is as cool as each of some limits, hottest first, in `reached_s`, s. */
export function coolsTo(
  body: HotBody,
  into: Omit<PouredInto, 'binder'>,
  limits_c: readonly number[]
): HeatRun {
  const { alloy, pour_c } = into;
  const { solid_kg_m3, liquidus_c, solidus_c, latent_j_kg, liquid_j_kg_k, solid_j_kg_k } = alloy;
  return heatRun(
    sandBody(into.thick_m, into.moisture, body.around),
    {
      modulus_m: body.volume_m3 / body.area_m2,
      kg_m3: solid_kg_m3,
      pour_c,
      liquidus_c,
      solidus_c,
      latent_j_kg,
      liquid_j_kg_k,
      solid_j_kg_k
    },
    LONGEST_S,
    limits_c
  );
}

/**
 * The heat of one casting through its sand: how much of it burns, and when it is cool.
 *
 * @param limits_c to be waited for, hottest first; it is followed until the last
 * @source conduction in one dimension, widening as the shape does (see `heatRun`, `spreadOf`)
 */
export function afterPour(body: HotBody, into: PouredInto, limits_c: readonly number[]): AfterPour {
  const { thick_m, moisture, binder } = into;
  const run = coolsTo(body, into, limits_c);
  const around = body.around ?? PLATE;
  const { kg_m3, j_kg_k } = sandBody(thick_m, moisture);
  const burnt_m = hotterThan(run, BURNT_ABOVE_C[binder]);
  const skin_kg = (m: number) => sandTo(around, m) * body.area_m2 * kg_m3;
  const layer_m = thick_m / run.at_m.length;
  const layer_kg = run.at_m.map((m) => areaAt(around, m) * layer_m * body.area_m2 * kg_m3);
  const boiled_kg = moisture * run.dried.reduce((sum, share, i) => sum + share * layer_kg[i]!, 0);
  // Steam goes outward: sand that never boiled takes up what it needs to come to the boiling point.
  const room_j = run.peak_c.reduce(
    (sum, c, i) => sum + Math.max(0, WATER.boils_c - c) * layer_kg[i]! * j_kg_k,
    0
  );
  const condensed_kg = Math.min(STEAM_TO_SAND * boiled_kg, room_j / WATER.evaporation_j_kg);
  return {
    burnt_m,
    burnt_kg: skin_kg(burnt_m),
    spent_kg: skin_kg(Math.max(burnt_m, Math.min(thick_m, TOUCHED_M))),
    boiled_kg,
    condensed_kg,
    steam_kg: boiled_kg - condensed_kg,
    reached_s: run.reached_s,
    run
  };
}
