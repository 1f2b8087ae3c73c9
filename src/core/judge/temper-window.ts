import { clampTo, middle, type Targets, type Window } from '$core/reference/targets';

/** Narrower than this (fraction) no hand can hit a window. */
const LEAST_WIDTH = 0.004;

/** Moisture (wet basis) at which sand with this share of active clay in its dry mix has temper ratio τ. */
export function moistureAtRatio(temper_ratio: number, active_clay: number): number {
  const water_per_dry = temper_ratio * active_clay;
  return water_per_dry / (1 + water_per_dry);
}

/**
 * The moisture window of a heap with this much active clay: the temper ratio's window for the clay it has,
 * kept within the moisture window of its kind; never narrower than 0.4 %.
 *
 * @param active_clay share of the dry mix
 */
export function temperWindow(targets: Targets, active_clay: number): Window {
  const { moisture, temper_ratio } = targets;
  if (!temper_ratio || !(active_clay > 0)) return moisture;
  const min = clampTo(moisture, moistureAtRatio(temper_ratio.min, active_clay));
  const max = clampTo(moisture, moistureAtRatio(temper_ratio.max, active_clay));
  if (max - min >= LEAST_WIDTH) return { min, max };
  const centre = clampTo(
    { min: moisture.min + LEAST_WIDTH / 2, max: moisture.max - LEAST_WIDTH / 2 },
    (min + max) / 2
  );
  return { min: centre - LEAST_WIDTH / 2, max: centre + LEAST_WIDTH / 2 };
}

/** The moisture to aim for: the middle of the temper window. */
export function aimMoisture(targets: Targets, active_clay: number): number {
  return middle(temperWindow(targets, active_clay));
}
