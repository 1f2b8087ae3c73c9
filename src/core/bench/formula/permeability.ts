export interface PermeabilityReading {
  /** Air passed, cm³. */
  air_cm3: number;
  /** Height of the rammed specimen, cm. */
  height_cm: number;
  /** Water-gauge pressure, g/cm². */
  pressure_g_cm2: number;
  area_cm2: number;
  time_s: number;
}

/**
 * Permeability number P = V·h/(p·A·t), t in minutes; home-made rigs differ only in the figures they put in.
 *
 * @throws RangeError when a figure is not positive
 * @source standard permeability test
 * @example 2000 cm³, 5.08 cm, 10 g/cm², 20.268 cm², 30 s → 100.26
 */
export function permeabilityNumber({
  air_cm3,
  height_cm,
  pressure_g_cm2,
  area_cm2,
  time_s
}: PermeabilityReading): number {
  if (![air_cm3, height_cm, pressure_g_cm2, area_cm2, time_s].every((figure) => figure > 0)) {
    throw new RangeError('Air, height, pressure, area and time are all more than nothing.');
  }
  return (air_cm3 * height_cm) / (pressure_g_cm2 * area_cm2 * (time_s / 60));
}
