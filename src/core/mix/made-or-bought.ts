/** Cost of a kilogram of a mix that came to so much altogether. */
export const perKg = (cost: number, total_kg: number): number => cost / total_kg;

/**
 * Cost of a kilogram of sand in temper that was bought ready mixed: the water that tempers it costs nothing and weighs.
 *
 * @param cost of the bag
 * @param kg what the bag weighs
 * @param moisture of it, wet basis, as it is sold
 * @param aim moisture in temper, wet basis; a bag that is wetter is sold in temper
 * @example readyMixedPerKg(20, 25, 0, 0.04) // 0.768: 25 kg dry are 26.04 kg in temper
 */
export function readyMixedPerKg(cost: number, kg: number, moisture: number, aim: number): number {
  const in_temper_kg = (kg * (1 - moisture)) / (1 - Math.max(aim, moisture));
  return cost / in_temper_kg;
}
