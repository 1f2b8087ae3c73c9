/**
 * Bringing a heap from its condition to a target with water, clay, dry mix or drying. All fractions are of
 * the total (wet) mass.
 *
 * @source mass balances; check values in correction.test.ts
 */

/** Water to take `total_kg` from moisture `from` to `to` (wet basis), kg; negative when it must lose some. */
export function waterToAdd(total_kg: number, from: number, to: number): number {
  return (total_kg * (to - from)) / (1 - to);
}

/** Bone-dry mix, binder in proportion, that brings too-wet sand down to `to`, kg. */
export function dryMixToAdd(total_kg: number, from: number, to: number): number {
  if (!(to > 0)) throw new RangeError('Dry mix cannot bring sand to no moisture at all.');
  return total_kg * (from / to - 1);
}

export interface ClayAndWaterProblem {
  total_kg: number;
  /** Condition, shares of the total mass. */
  moisture: number;
  active_clay: number;
  target_moisture: number;
  target_active_clay: number;
  /** The clay product as weighed: active clay and water as shares of its damp mass. */
  product_active: number;
  product_moisture: number;
}

/** Clay product k and water x, kg. Negative k: richer in clay than the target; negative x: water to lose. */
export interface ClayAndWater {
  binder_kg: number;
  water_kg: number;
}

/**
 * Clay and water that land on both targets at once: C₁ + k·a = c₂(M+k+x), W₁ + k·u + x = w₂(M+k+x).
 *
 * @throws RangeError when no amount of this product can reach the targets
 * @example 60 kg at 6.1 % clay, 2.2 % water → 8 %, 3.6 % with a = 0.85, u = 0.09: k = 1.5620, x = 0.7839
 */
export function clayAndWater(problem: ClayAndWaterProblem): ClayAndWater {
  const {
    total_kg,
    target_moisture: w,
    target_active_clay: c,
    product_active: a,
    product_moisture: u
  } = problem;
  const clay_missing = total_kg * (c - problem.active_clay);
  const water_missing = total_kg * (w - problem.moisture);
  // (a − c)·k − c·x = clay_missing;  (u − w)·k + (1 − w)·x = water_missing
  const determinant = (a - c) * (1 - w) + c * (u - w);
  if (!(determinant > 1e-9)) {
    throw new RangeError(
      'This clay is too weak to reach the target: it holds no more active clay than the mix wants.'
    );
  }
  return {
    binder_kg: (clay_missing * (1 - w) + c * water_missing) / determinant,
    water_kg: ((a - c) * water_missing - (u - w) * clay_missing) / determinant
  };
}

/** A dry mix of bone-dry sand and the clay product that lands too-wet sand on both targets, kg. */
export interface SandAndClay {
  sand_kg: number;
  binder_kg: number;
}

/**
 * Dry sand s and clay k for sand that is too wet: W₁ + k·u = w₂F, C₁ + k·a = c₂F with F = M + s + k.
 *
 * @param sand_moisture water in the "dry" sand as supplied, wet basis
 * @returns null when the two cannot do it (negative amounts: the sand must dry off instead)
 */
export function sandAndClay(problem: ClayAndWaterProblem, sand_moisture = 0): SandAndClay | null {
  const {
    total_kg,
    target_moisture: w,
    target_active_clay: c,
    product_active: a,
    product_moisture: u
  } = problem;
  const clay_missing = total_kg * (c - problem.active_clay);
  const water_missing = total_kg * (w - problem.moisture);
  // (a − c)·k − c·s = clay_missing;  (u − w)·k + (v − w)·s = water_missing
  const determinant = (a - c) * (sand_moisture - w) + c * (u - w);
  if (Math.abs(determinant) < 1e-12) return null;
  const binder_kg = (clay_missing * (sand_moisture - w) + c * water_missing) / determinant;
  const sand_kg = ((a - c) * water_missing - (u - w) * clay_missing) / determinant;
  return binder_kg >= 0 && sand_kg >= 0 ? { sand_kg, binder_kg } : null;
}
