import type { HeapTest } from '$core/bench/heap-test';
import { lossFraction } from '$core/bench/loss';
import { dyeFactor, dyeScatter } from '$core/bench/methylene-blue';
import { compactability } from '$core/bench/compactability';
import { moistureByDrying, moistureTestSd } from '$core/bench/moisture';
import { grading } from '$core/bench/grading';
import { squeeze } from '$core/bench/squeeze';
import { PARTS, dryMass, totalMass, type Composition, type Part } from '$core/material/composition';
import { PROBE_MOISTURE_SD, READING_SD, SQUEEZE_MOISTURE_SD } from '$core/reference/accuracy';
import { middle, type System, type Targets } from '$core/reference/targets';

/**
 * What a test reads, as a function of the seven masses: the value predicted from a composition, its gradient
 * in the order of PARTS, what was read, and how far a reading strays (one standard deviation).
 */
export interface Observation {
  predicted: number;
  gradient: number[];
  read: number;
  sd: number;
}

/** Parts of a sum over the dry mix, each with the weight it counts by. */
type Weights = Partial<Record<Exclude<Part, 'water'>, number>>;

/**
 * The observation that a test makes of a sand; null where it says nothing of the seven masses (strength,
 * permeability, hardness, shatter; a squeeze of lifeless sand; any squeeze of oil sand).
 */
export function observationOf(
  system: System,
  targets: Targets,
  sand: Composition,
  test: HeapTest
): Observation | null {
  if (!(totalMass(sand) > 0)) return null;
  switch (test.kind) {
    case 'moisture':
      return {
        ...waterOver(sand, 'total'),
        read: moistureByDrying(test).wet_basis,
        sd: moistureTestSd(test.method, test.wet_g - test.pan_g)
      };
    case 'probe':
      return { ...waterOver(sand, 'total'), read: test.moisture, sd: PROBE_MOISTURE_SD };
    case 'squeeze': {
      const answer = squeeze(test, system);
      return answer.tells_water && system === 'water'
        ? ofTemper(targets, sand, answer.temper_factor, SQUEEZE_MOISTURE_SD)
        : null;
    }
    case 'compactability': {
      if (system === 'oil' || !targets.compactability) return null;
      const off = compactability(test.start_mm, test.end_mm) - middle(targets.compactability);
      return ofTemper(
        targets,
        sand,
        1 + off / COMPACTABILITY_PER_TEMPER,
        READING_SD.compactability_as_moisture
      );
    }
    case 'methylene-blue': {
      const scatter = dyeScatter(test.standards, test.ml) ?? 0;
      return shareOf(
        sand,
        { active_clay: 1 },
        dyeFactor(test.standards) * test.ml,
        Math.hypot(READING_SD.methylene_blue, scatter)
      );
    }
    case 'clay-wash': {
      // Half of the inert fines are of clay size, give or take half of that.
      const fines = sand.fines / (dryMass(sand) || 1);
      const read = lossFraction(test.before_g, test.after_g);
      return shareOf(
        sand,
        { active_clay: 1, dead_clay: 1, fines: 0.5 },
        read,
        Math.hypot(READING_SD.clay_wash, 0.25 * fines)
      );
    }
    case 'ignition':
      return shareOf(
        sand,
        { combustibles: 1, oil: 1 },
        lossFraction(test.before_g, test.after_g),
        READING_SD.ignition
      );
    case 'sieve':
      return shareOf(
        sand,
        { fines: 1 },
        grading(test.retained, test.sample_g ?? undefined).fines,
        READING_SD.sieve_fines
      );
    case 'green-compression':
    case 'permeability':
    case 'shatter':
    case 'hardness':
      return null;
  }
}

/**
 * How much compactability rises when the temper ratio doubles: about 14 points a percent of moisture around
 * 3.4 %.
 *
 * @source usual slope of compactability against moisture (handbook default)
 */
const COMPACTABILITY_PER_TEMPER = 0.48;

/** A reading of the temper ratio as a multiple of the target's, with its spread given as moisture. */
function ofTemper(
  targets: Targets,
  sand: Composition,
  factor: number,
  moisture_sd: number
): Observation | null {
  // Where the user set the moisture window itself, temper is its middle rather than a ratio to clay.
  if (!targets.temper_ratio) {
    return { ...waterOver(sand, 'total'), read: middle(targets.moisture) * factor, sd: moisture_sd };
  }
  if (!(sand.active_clay > 0)) return null;
  const sd = (moisture_sd * totalMass(sand)) / sand.active_clay;
  return { ...waterOver(sand, 'active_clay'), read: factor * middle(targets.temper_ratio), sd };
}

/** Water over the total or over active clay, and its gradient. */
export function waterOver(
  sand: Composition,
  basis: 'total' | 'active_clay'
): { predicted: number; gradient: number[] } {
  const below = basis === 'total' ? totalMass(sand) : sand.active_clay;
  const predicted = sand.water / below;
  const gradient = PARTS.map((part) => {
    const moves = basis === 'total' || part === basis ? 1 : 0;
    return ((part === 'water' ? 1 : 0) - predicted * moves) / below;
  });
  return { predicted, gradient };
}

/** A weighted sum of parts as a share of the dry mix, and its gradient. */
export function dryShareOf(sand: Composition, weights: Weights): { predicted: number; gradient: number[] } {
  const dry = dryMass(sand);
  const of = (part: Part) => (part === 'water' ? 0 : (weights[part] ?? 0));
  const predicted = PARTS.reduce((sum, part) => sum + of(part) * sand[part], 0) / dry;
  return { predicted, gradient: PARTS.map((part) => (part === 'water' ? 0 : (of(part) - predicted) / dry)) };
}

function shareOf(sand: Composition, weights: Weights, read: number, sd: number): Observation {
  return { ...dryShareOf(sand, weights), read, sd };
}
