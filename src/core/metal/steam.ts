import { ALLOYS, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';

/** To boil water off, J/kg: warmed from 15 to 100 °C, then evaporated (standard steam tables). */
export const BOILING_OFF_J_KG = 4190 * 85 + 2_257_000;

/**
 * Share of the metal's heat that drives water out of the mold for good. The rest warms dry sand, leaves with the
 * casting at the shake-out, or goes into steam that condenses in the cooler sand around. It is anywhere from 0.1 to 0.5,
 * and each heap learns its own from the tests after pours (handbook default).
 */
const HEAT_TO_STEAM = 0.3;

/** Heat that metal gives its mold down to 100 °C, J: superheat, fusion, and the solid's own. */
export function heatToMold(metal_kg: number, alloy: Alloy = USUAL_ALLOY): number {
  const { pour_c, liquidus_c, solidus_c, latent_j_kg, liquid_j_kg_k, solid_j_kg_k } = ALLOYS[alloy];
  const freezing_c = (liquidus_c + solidus_c) / 2;
  const per_kg = liquid_j_kg_k * (pour_c - freezing_c) + latent_j_kg + solid_j_kg_k * (freezing_c - 100);
  return metal_kg * per_kg;
}

/**
 * Water that a pour drives out of damp sand, kg, by a heat balance; a mold that holds less gives what it has.
 *
 * @example 2 kg of aluminium → about 0.23 kg
 */
export function steamFrom(metal_kg: number, alloy: Alloy = USUAL_ALLOY): number {
  return (HEAT_TO_STEAM * heatToMold(metal_kg, alloy)) / BOILING_OFF_J_KG;
}
