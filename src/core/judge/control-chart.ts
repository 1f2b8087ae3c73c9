import { mean as average } from 'simple-statistics';

/** A run rule that a series of readings broke, and at which reading (from 0). */
export interface Signal {
  index: number;
  rule:
    'beyond-limits' | 'two-of-three' | 'eight-on-one-side' | 'six-in-one-direction' | 'range-beyond-limit';
}

export interface ControlChart {
  mean: number;
  limits: [number, number];
  moving_range_mean: number;
  moving_range_limit: number;
  signals: Signal[];
}

/** How far each value lies from the one before it, either way; one fewer than there are values. */
export const movingRanges = (values: readonly number[]): number[] =>
  values.slice(1).map((value, i) => Math.abs(value - values[i]!));

/**
 * Individuals and moving-range chart: x̄ ± 2.66·mR̄, range limit 3.267·mR̄, with the usual run rules: one beyond the
 * limits, two of three beyond two thirds of the way to one of them, eight on one side, six in one direction. Drift is told
 * from noise by these, not by eye.
 *
 * @param baseline how many of the first values set the limits that all are held against; all of them unless said
 * @throws RangeError with fewer than two values
 * @source Shewhart's constants for moving ranges of two (d₂ = 1.128, D₄ = 3.267)
 * @example 3.5 3.6 3.4 3.7 3.5 3.9 → mean 3.600, mR̄ 0.240, limits 2.9616–4.2384, range limit 0.784
 */
export function controlChart(values: readonly number[], baseline = values.length): ControlChart {
  if (values.length < 2 || baseline < 2) throw new RangeError('A control chart needs at least two values.');
  const mean = average(values.slice(0, baseline));
  const ranges = movingRanges(values);
  const moving_range_mean = average(ranges.slice(0, baseline - 1));
  const limits: [number, number] = [mean - 2.66 * moving_range_mean, mean + 2.66 * moving_range_mean];
  const moving_range_limit = 3.267 * moving_range_mean;
  const two_thirds = (2 / 3) * (limits[1] - mean);
  // Which side of the inner band a value lies beyond.
  const beyond = values.map((value) => (Math.abs(value - mean) > two_thirds ? Math.sign(value - mean) : 0));
  const signals: Signal[] = [];
  let side = { sign: 0, run: 0 };
  let course = { sign: 0, run: 0 };
  values.forEach((value, index) => {
    if (value < limits[0] || value > limits[1]) signals.push({ index, rule: 'beyond-limits' });
    const three = beyond.slice(Math.max(0, index - 2), index + 1);
    if (beyond[index] !== 0 && three.filter((each) => each === beyond[index]).length >= 2)
      signals.push({ index, rule: 'two-of-three' });
    const sign = Math.sign(value - mean);
    side = { sign, run: sign !== 0 && sign === side.sign ? side.run + 1 : 1 };
    if (sign !== 0 && side.run === 8) signals.push({ index, rule: 'eight-on-one-side' });
    if (index === 0) return;
    const step = Math.sign(value - values[index - 1]!);
    course = { sign: step, run: step !== 0 && step === course.sign ? course.run + 1 : 1 };
    // Six rising readings are five rises.
    if (step !== 0 && course.run === 5) signals.push({ index, rule: 'six-in-one-direction' });
    if (ranges[index - 1]! > moving_range_limit) signals.push({ index, rule: 'range-beyond-limit' });
  });
  return { mean, limits, moving_range_mean, moving_range_limit, signals };
}
