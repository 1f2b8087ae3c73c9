import { dryMass, heldWater, type Composition } from '$core/material/composition';
import { middle, type Targets, type Window } from '$core/reference/targets';

/** Water, kg, at which sand has temper ratio τ: what tempers its active clay, and what dead clay and fines hold. */
export function waterAtRatio(sand: Composition, temper_ratio: number): number {
  return temper_ratio * sand.active_clay + heldWater(sand);
}

/**
 * Moisture (wet basis) at which this sand has temper ratio τ; what water it holds now does not matter.
 *
 * @example 100 kg dry mix with 8 kg active clay, 6 kg dead clay and 10 kg fines, τ 0.475 → 4.70 kg water, 4.489 %
 */
export function moistureAtRatio(sand: Composition, temper_ratio: number): number {
  const water = waterAtRatio(sand, temper_ratio);
  const wet = dryMass(sand) + water;
  return wet > 0 ? water / wet : 0;
}

/**
 * The moisture window of a sand. One rule decides: the temper ratio's window for the clay it has, with the water that
 * its dead clay and fines hold on top. A moisture window of the user's own (no ratio) stands as it is; so does
 * that of oil-bonded sand, and of sand without active clay, which no water tempers.
 */
export function temperWindow(targets: Targets, sand: Composition): Window {
  const { moisture, temper_ratio } = targets;
  if (!temper_ratio || !(sand.active_clay > 0)) return moisture;
  return { min: moistureAtRatio(sand, temper_ratio.min), max: moistureAtRatio(sand, temper_ratio.max) };
}

/** The moisture to aim for: where the ratio stands in the middle of its window. */
export function aimMoisture(targets: Targets, sand: Composition): number {
  const { moisture, temper_ratio } = targets;
  if (!temper_ratio || !(sand.active_clay > 0)) return middle(moisture);
  return moistureAtRatio(sand, middle(temper_ratio));
}

/**
 * How the moisture that this sand usually has when tempered compares with its window: a check to show, never a clamp.
 * Null where it agrees.
 */
export function usualMoistureCheck(
  targets: Targets,
  sand: Composition
): 'below-usual' | 'above-usual' | null {
  const window = temperWindow(targets, sand);
  if (window.max < targets.moisture.min) return 'below-usual';
  return window.min > targets.moisture.max ? 'above-usual' : null;
}
