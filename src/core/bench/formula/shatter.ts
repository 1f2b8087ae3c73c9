/**
 * Shatter index, 0–1: share of a dropped specimen that stays on a 12.5 mm mesh.
 *
 * @source standard shatter test: 1.83 m onto a plate
 */
export function shatterIndex(kept_g: number, through_g: number): number {
  if (!(kept_g >= 0) || !(through_g >= 0) || !(kept_g + through_g > 0))
    throw new RangeError('Weigh both parts of the specimen.');
  return kept_g / (kept_g + through_g);
}
