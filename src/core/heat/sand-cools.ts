import { totalMass, type Composition } from '../material/composition';
import { steamFrom, heatToMold, BOILING_OFF_J_KG } from '../metal/steam';
import type { Alloy } from '../reference/alloys';
import { HOT_SAND_C, NIGHT_H, SAND_COOLS_MIN, SPREAD_DEEP_M } from '../reference/plan';
import { SAND_HEAT } from '../metal/solidification';

/** Water takes up so much more than sand, J/(kg K) (standard tables). */
const WATER_J_KG_K = 4190;
/** Spread sand is as loose as it falls, kg/m³ (handbook default). */
const LOOSE_KG_M3 = 1300;
/** Still air and radiation take so much off a flat bed, W/(m² K) (handbook default). */
const OFF_A_BED_W_M2_K = 10;

/**
 * How warm all of a sand is on the whole once castings were poured in some of it and it was stirred together, °C: the heat
 * that the metal gave down to 100 °C, less what went off as steam. What the flask and the casting carry away is left in it,
 * so that it is rather cooler.
 *
 * @example 1 kg of aluminium in 20 kg of sand with 3 % of water → about 30 K above the air
 */
export function sandAfterPour(sand: Composition, metal_kg: number, alloy: Alloy, air_c: number): number {
  const steam_j = Math.min(steamFrom(metal_kg, alloy), sand.water) * BOILING_OFF_J_KG;
  const heat_j = Math.max(0, heatToMold(metal_kg, alloy) - steam_j);
  const dry_kg = totalMass(sand) - sand.water;
  const per_k = dry_kg * SAND_HEAT.sand_j_kg_k + sand.water * WATER_J_KG_K;
  return per_k > 0 ? air_c + heat_j / per_k : air_c;
}

/**
 * How long spread sand takes until it may be tempered, min; never less than riddling it takes, nor more than a night, where the
 * air itself is hot.
 *
 * @source Newton's law of cooling for a thin bed, its underside counted as warm
 */
export function coolingMinutes(sand_c: number, air_c: number): number {
  if (sand_c <= HOT_SAND_C) return SAND_COOLS_MIN;
  if (air_c >= HOT_SAND_C) return NIGHT_H * 60;
  const lasts_s = (LOOSE_KG_M3 * SAND_HEAT.sand_j_kg_k * SPREAD_DEEP_M) / OFF_A_BED_W_M2_K;
  const seconds = lasts_s * Math.log((sand_c - air_c) / (HOT_SAND_C - air_c));
  return Math.min(NIGHT_H * 60, Math.max(SAND_COOLS_MIN, seconds / 60));
}
