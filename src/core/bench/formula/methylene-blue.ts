/** A mix that the user made up with a known share of active clay, and the dye it took. */
export interface DyeStandard {
  /** 0–1 of the dried sand. */
  active_clay: number;
  ml: number;
}

/**
 * Active clay per millilitre of dye, from the user's own standards: least squares through the origin, since
 * sand without clay takes no dye.
 *
 * @returns fraction of active clay per ml
 * @throws RangeError without a standard that took dye
 * @source methylene blue clay test, calibrated on one's own clay
 */
export function dyeFactor(standards: readonly DyeStandard[]): number {
  const squares = standards.reduce((sum, { ml }) => sum + ml * ml, 0);
  if (!(squares > 0)) throw new RangeError('At least one standard must have taken dye.');
  return standards.reduce((sum, { ml, active_clay }) => sum + ml * active_clay, 0) / squares;
}

/** Standard deviation of the active clay read at `ml`, from how the standards scatter; null from one alone. */
export function dyeScatter(standards: readonly DyeStandard[], ml: number): number | null {
  if (standards.length < 2) return null;
  const factor = dyeFactor(standards);
  const squares = standards.reduce((sum, standard) => sum + standard.ml ** 2, 0);
  const residual = standards.reduce(
    (sum, standard) => sum + (standard.active_clay - factor * standard.ml) ** 2,
    0
  );
  const variance = residual / (standards.length - 1);
  return Math.sqrt(variance * (1 + ml ** 2 / squares));
}
