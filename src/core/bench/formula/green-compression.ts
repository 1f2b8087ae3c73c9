import { GRAVITY_M_S2 } from '../../reference/gravity';

/**
 * Green compression strength, Pa: the load that broke a rammed cylinder over its cross-section.
 *
 * @param load_kg what the scale or bucket weighed when it broke
 * @param diameter_mm of the specimen; 50.8 is standard
 * @source standard green compression test, 50.8 mm specimen
 * @example greenCompression(18, 50.8) // 87 094 Pa
 */
export function greenCompression(load_kg: number, diameter_mm: number): number {
  if (!(load_kg >= 0) || !(diameter_mm > 0)) throw new RangeError('A load and a diameter are positive.');
  return (load_kg * GRAVITY_M_S2) / ((Math.PI / 4) * (diameter_mm / 1000) ** 2);
}
