import type { HeapTest } from '$core/bench/heap-test';
import { DRYING, fromVector, restingLess, toVector, type Belief, type HeapNature } from './belief';
import { dot, plusOuter, quadratic, times } from './covariance';
import { observationOf, waterOver } from './observation';

/** Beyond this many standard deviations (one reading in two thousand) a reading is questioned. */
const QUESTION_AT = 3.5;

/**
 * Draws a belief to what a test read: the gain weighs the reading against what was expected.
 *
 * @source the Kalman update of one scalar; with the optimal gain k and the innovation's variance S it is
 *   P − k·S·kᵀ, which stays symmetric by itself
 */
export function read(
  nature: Pick<HeapNature, 'system' | 'targets'>,
  belief: Belief,
  test: HeapTest,
  entry_id: number
): Belief {
  const observation = observationOf(nature.system, nature.targets, belief.mean, test);
  if (!observation) return belief;
  const { predicted, gradient, read, sd } = observation;
  const ph = times(belief.covariance, gradient);
  const innovation_variance = dot(gradient, ph) + sd * sd;
  const gain = ph.map((value) => value / innovation_variance);
  const covariance = plusOuter(belief.covariance, gain, gain, -innovation_variance);
  const mean = toVector(belief.mean).map((value, i) => Math.max(0, value + gain[i]! * (read - predicted)));
  const log_drying = belief.log_drying + gain[DRYING]! * (read - predicted);
  const spread = Math.sqrt(innovation_variance);
  // Of the doubt about the moisture, the share that this reading takes away.
  const moisture = waterOver(belief.mean, 'total').gradient;
  const doubt = quadratic(belief.covariance, moisture, moisture);
  const weight = doubt > 0 ? dot(moisture, ph) ** 2 / (innovation_variance * doubt) : 0;
  const rest = { entry_id, kind: test.kind, at: belief.at ?? '', weight };
  const rests_on = [...restingLess(belief.rests_on, 1 - weight), ...restingLess([rest], 1)];
  const far = Math.abs(read - predicted) > QUESTION_AT * spread;
  const questioned = far
    ? [...belief.questioned, { entry_id, kind: test.kind, expected: predicted, read, sd: spread }]
    : belief.questioned;
  return { ...belief, mean: fromVector(mean), log_drying, covariance, questioned, rests_on };
}
