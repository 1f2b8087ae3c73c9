import type { HeapTestKind } from '$core/bench/heap-test';
import { aimMoisture } from '$core/judge/temper-window';
import { PARTS, dryShare, totalMass, type Composition } from '$core/material/composition';
import { MOISTURE_SD, PROBE_MOISTURE_SD, READING_SD, SQUEEZE_MOISTURE_SD } from '$core/reference/accuracy';
import { middle } from '$core/reference/targets';
import { quadratic } from './covariance';
import type { Belief, HeapNature } from './belief';
import { dryShareOf, waterOver } from './observation';

/** What a test would do to the uncertainty of the prescribed water. */
export interface TestWorth {
  kind: HeapTestKind;
  method?: 'oven' | 'pan';
  /** Minutes of work, waiting left out. */
  minutes: number;
  /** Standard deviation of the water to prescribe, kg, as it is and after the test. */
  sd_before_kg: number;
  sd_after_kg: number;
}

/** Minutes that a hand is busy with each test (handbook default). */
const MINUTES = {
  squeeze: 1,
  probe: 2,
  pan: 12,
  oven: 6,
  compactability: 5,
  'methylene-blue': 25,
  'clay-wash': 30
} as const;

/**
 * The tests that could be made on a heap, by how much each narrows the prescribed water for every minute of
 * work, best first; those that would narrow it by less than a hundredth are left out.
 *
 * A reading with gradient h and variance r takes (gᵀPh)²/(hᵀPh + r) off the variance gᵀPg of the water.
 */
export function testsWorth(nature: HeapNature, belief: Belief): TestWorth[] {
  const sand = belief.mean;
  const total = totalMass(sand);
  if (!(total > 0) || nature.system === 'oil') return [];
  const wanted = waterGradient(nature, sand);
  const before = quadratic(belief.covariance, wanted, wanted);
  if (!(before > 0)) return [];
  const target = nature.targets.temper_ratio;
  const temper = target && sand.active_clay > 0 ? waterOver(sand, 'active_clay') : waterOver(sand, 'total');
  const asTemper = (moisture_sd: number) =>
    target && sand.active_clay > 0 ? (moisture_sd * total) / sand.active_clay : moisture_sd;
  const moisture = waterOver(sand, 'total');
  const candidates: (Pick<TestWorth, 'kind' | 'method' | 'minutes'> & { gradient: number[]; sd: number })[] =
    [
      {
        kind: 'squeeze',
        minutes: MINUTES.squeeze,
        gradient: temper.gradient,
        sd: asTemper(SQUEEZE_MOISTURE_SD)
      },
      {
        kind: 'probe',
        minutes: MINUTES.probe,
        gradient: moisture.gradient,
        sd: PROBE_MOISTURE_SD
      },
      {
        kind: 'compactability',
        minutes: MINUTES.compactability,
        gradient: temper.gradient,
        sd: asTemper(READING_SD.compactability_as_moisture)
      },
      {
        kind: 'moisture',
        method: 'pan',
        minutes: MINUTES.pan,
        gradient: moisture.gradient,
        sd: MOISTURE_SD.pan
      },
      {
        kind: 'moisture',
        method: 'oven',
        minutes: MINUTES.oven,
        gradient: moisture.gradient,
        sd: MOISTURE_SD.oven
      },
      {
        kind: 'methylene-blue',
        minutes: MINUTES['methylene-blue'],
        gradient: dryShareOf(sand, { active_clay: 1 }).gradient,
        sd: READING_SD.methylene_blue
      },
      {
        kind: 'clay-wash',
        minutes: MINUTES['clay-wash'],
        gradient: dryShareOf(sand, { active_clay: 1, dead_clay: 1, fines: 0.5 }).gradient,
        sd: READING_SD.clay_wash
      }
    ];
  return candidates
    .map(({ kind, method, minutes, gradient, sd }) => {
      const taken =
        quadratic(belief.covariance, wanted, gradient) ** 2 /
        (quadratic(belief.covariance, gradient, gradient) + sd * sd);
      const worth: TestWorth = {
        kind,
        minutes,
        sd_before_kg: Math.sqrt(before),
        sd_after_kg: Math.sqrt(Math.max(0, before - taken))
      };
      return method ? { ...worth, method } : worth;
    })
    .filter((worth) => worth.sd_after_kg < 0.99 * worth.sd_before_kg)
    .sort(
      (a, b) => (b.sd_before_kg - b.sd_after_kg) / b.minutes - (a.sd_before_kg - a.sd_after_kg) / a.minutes
    );
}

/** The best of these that can be made with what everybody has: a probe only where it was used of late. */
export function bestTest(worth: readonly TestWorth[], belief: Belief): TestWorth | null {
  const probes = belief.rests_on.some(({ kind }) => kind === 'probe');
  return worth.find(({ kind }) => kind !== 'probe' || probes) ?? null;
}

/** How the water to prescribe moves with each of the seven masses: τ·clay − water, or to a moisture of one's own. */
function waterGradient({ targets }: HeapNature, sand: Composition): number[] {
  const { temper_ratio } = targets;
  if (temper_ratio) {
    return PARTS.map((part) => (part === 'water' ? -1 : part === 'active_clay' ? middle(temper_ratio) : 0));
  }
  const aim = aimMoisture(targets, dryShare(sand, 'active_clay'));
  return PARTS.map((part) => (part === 'water' ? -1 : aim / (1 - aim)));
}
