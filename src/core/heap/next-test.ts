import { BENCH_TESTS, HEAP_TEST_KINDS, type HeapTestKind } from '$core/bench/bench-tests';
import type { Prospect } from '$core/bench/tests/bench-test';
import { totalMass } from '$core/material/composition';
import { HAND_SD, KITCHEN_SCALE_G } from '$core/reference/accuracy';
import { handKey, placeOf, sandOf, spreadOf, type Belief, type HeapNature } from './state/belief';
import { offAimGradient } from './condition';
import { dot, quadratic, times, type Vector } from './state/covariance';
import { gradeMoments } from './reading';

/** What a test would do to the uncertainty of where the sand lands. */
export interface TestWorth {
  kind: HeapTestKind;
  method?: 'oven' | 'pan';
  /** Minutes of work, waiting left out. */
  minutes: number;
  /** Standard deviation of the water that would bring it to its aim, kg, as it is and after the test. */
  sd_before_kg: number;
  sd_after_kg: number;
}

/** A test that narrows the landing by less than this share is not listed. */
const LEAST_SHARE = 0.01;
/** The best test must bring at least this share of what the sharpest one would: cheap and useless is no bargain. */
const WORTH_OF_SHARPEST = 0.6;

/**
 * The tests that could be made on a heap, by how much each narrows where the sand lands (its distance from temper, the
 * clay's doubt included) for every minute of work, best first.
 *
 * A figure with gradient h and variance r takes (gᵀPh)²/(hᵀPh + r) off the variance gᵀPg of the landing. A squeeze takes
 * what its five grades would leave on average: little of sand that is dry or wet beyond doubt, and less of sand that the
 * same hand has just squeezed.
 *
 * @param member whose hand would squeeze; without a name the one that squeezed last
 */
export function testsWorth(nature: HeapNature, belief: Belief, member?: string): TestWorth[] {
  const sand = sandOf(belief);
  const total = totalMass(sand);
  if (!(total > 0) || nature.system === 'oil') return [];
  const wanted = offAimGradient(nature.targets, sand);
  const before = quadratic(belief.covariance, wanted, wanted);
  if (!(before > 0)) return [];
  const { system, targets, scale_g = KITCHEN_SCALE_G } = nature;
  const hand = member ?? belief.looks.findLast(({ kind }) => kind === 'squeeze')?.member;
  return HEAP_TEST_KINDS.flatMap((kind) =>
    BENCH_TESTS[kind].prospects({ system, targets, sand, scale_g }).map((prospect): TestWorth => {
      const taken = varianceTaken(belief, wanted, prospect, hand);
      return {
        kind,
        minutes: prospect.minutes,
        ...(prospect.method && { method: prospect.method }),
        sd_before_kg: Math.sqrt(before) * total,
        sd_after_kg: Math.sqrt(Math.max(0, before - taken)) * total
      };
    })
  )
    .filter((worth) => gain(worth) > LEAST_SHARE * worth.sd_before_kg)
    .sort((a, b) => perMinute(b) - perMinute(a));
}

const gain = (worth: TestWorth) => worth.sd_before_kg - worth.sd_after_kg;
const perMinute = (worth: TestWorth) => gain(worth) / worth.minutes;

function varianceTaken(
  belief: Belief,
  wanted: Vector,
  { looks }: Prospect,
  member: string | undefined
): number {
  const p = belief.covariance;
  if (looks.as === 'value') {
    const ph = times(p, looks.gradient);
    return dot(wanted, ph) ** 2 / (dot(looks.gradient, ph) + looks.sd ** 2);
  }
  const spread = spreadOf(belief.hands[member ?? '']);
  const at = placeOf(belief.layout, handKey(member));
  const along = new Float64Array(belief.mean.length);
  along.set(looks.gradient);
  let felt = looks.predicted;
  let noise = (HAND_SD.single * spread) ** 2;
  if (at === null) noise += HAND_SD.bias ** 2 + (HAND_SD.shared * spread) ** 2;
  else {
    along[at] = along[at + 1] = 1;
    felt += belief.mean[at]! + belief.mean[at + 1]!;
  }
  const ph = times(p, along);
  const variance = dot(along, ph) + noise;
  let left = 0;
  for (const grade of [1, 2, 3, 4, 5] as const) {
    const told = gradeMoments(felt, Math.sqrt(variance), grade);
    left += told.chance * told.variance;
  }
  return (dot(wanted, ph) ** 2 / variance) * Math.max(0, 1 - left / variance);
}

/**
 * The test to make next: of those that bring nearly as much as the sharpest, the one that brings most for a minute. A
 * probe is put forward only to who used one of late: not everybody has one.
 */
export function bestTest(worth: readonly TestWorth[], belief: Belief): TestWorth | null {
  const probes = belief.rests_on.some(({ kind }) => kind === 'probe');
  const offered = worth.filter(({ kind }) => kind !== 'probe' || probes);
  const sharpest = Math.max(0, ...offered.map(gain));
  return offered.find((each) => gain(each) >= WORTH_OF_SHARPEST * sharpest) ?? null;
}

/** A test is said on the ticket where it takes off this share of the doubt, and the doubt is this large. */
const WORTH_WEIGHING_SHARE = 0.08;
const WORTH_WEIGHING_MOISTURE = 0.002;
/**
 * From the rough trial: at 0.15 a bag a third stronger than its label was found in 68 % of heaps within four sessions, at
 * 0.08 in 82 %, and all water at once lands at .44 instead of .46; 82 % of heaps are asked for one test instead of 65 %.
 */
const WORTH_TESTING_CLAY_SHARE = 0.08;
const WORTH_TESTING_CLAY_MOISTURE = 0.002;

/**
 * Whether a sample should be dried and weighed before the water goes in.
 *
 * @param off_aim_sd how unsure the distance from temper is, fraction
 */
export function worthWeighing(worth: readonly TestWorth[], off_aim_sd: number): boolean {
  return off_aim_sd > WORTH_WEIGHING_MOISTURE && shareTaken(worth, ['moisture']) > WORTH_WEIGHING_SHARE;
}

/** Tests that tell how much of the clay still works, or how much there can be. */
export const CLAY_TESTS = ['methylene-blue', 'clay-wash'] as const satisfies readonly HeapTestKind[];

/**
 * Whether the clay should be tested before the water goes in: no squeeze tells a heap that has more clay than was
 * thought from a hand that always finds sand too wet.
 *
 * @param off_aim_sd how unsure the distance from temper is, fraction
 */
export function worthTestingClay(worth: readonly TestWorth[], off_aim_sd: number): boolean {
  return off_aim_sd > WORTH_TESTING_CLAY_MOISTURE && shareTaken(worth, CLAY_TESTS) > WORTH_TESTING_CLAY_SHARE;
}

/** What the best of these tests takes off the doubt, share. */
function shareTaken(worth: readonly TestWorth[], kinds: readonly HeapTestKind[]): number {
  const those = worth.filter(({ kind }) => kinds.includes(kind));
  return Math.max(0, ...those.map((each) => gain(each) / each.sd_before_kg));
}
