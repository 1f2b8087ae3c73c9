import type { HeapTestKind } from '$core/bench/heap-test';
import {
  PARTS,
  composition,
  dryMass,
  moistureFraction,
  totalMass,
  type Composition,
  type Part
} from '$core/material/composition';
import { DRYING_LOG_SD, WEIGHING_SD_KG, WEIGHING_SD_SHARE } from '$core/reference/accuracy';
import type { System, Targets } from '$core/reference/targets';
import { plusOuter, quadratic, zeroCovariance, type Covariance } from './covariance';
import type { Climate } from './drying';
import type { Container } from './entry';
import { dryShareOf, waterOver } from './observation';

/**
 * What is believed of a heap: the seven masses of its sand and how fast it dries, with their covariance. It is
 * the state of an extended Kalman filter, which `estimate` carries along the ledger.
 *
 * Sand out in molds is the same body as the heap it was drawn from, so it stays in the state and only its
 * mass is kept apart: drawing sand and bringing it back teaches nothing about it.
 */
export interface Belief {
  mean: Composition;
  /** Natural logarithm of how much faster the heap dries, where it stands now, than the handbook says. */
  log_drying: number;
  /** 8 × 8: the seven masses in the order of PARTS (kg²), then the drying. */
  covariance: Covariance;
  /** Part of the body that is out in molds, kg. */
  out_kg: number;
  container: Container;
  /** What was learned of the drying in containers that it stood in before, by `containerKey`. */
  remembered: Readonly<Record<string, LearnedDrying>>;
  /** Readings that the moisture rests on, latest last; what they do not account for rests on the weights logged. */
  rests_on: readonly Rest[];
  /** Readings that stood far outside what was expected, and what was. */
  questioned: Questioned[];
  /** ISO time up to which the belief has been carried; null before the first entry. */
  at: string | null;
}

export interface LearnedDrying {
  log_drying: number;
  variance: number;
}

/** A reading, and how much of what is known now of the moisture rests on it, 0–1. */
export interface Rest {
  entry_id: number;
  kind: HeapTestKind;
  /** ISO time of the reading. */
  at: string;
  weight: number;
}

/** A reading farther from the prediction than chance allows; kept, used, and worth a second look. */
export interface Questioned {
  entry_id: number;
  kind: HeapTestKind;
  expected: number;
  read: number;
  /** Standard deviation of reading and prediction together. */
  sd: number;
}

/** What has to be known of a heap besides its ledger. */
export interface HeapNature {
  system: System;
  targets: Targets;
  container: Container;
  /** The mean air around a container between two times, ms; an unheated shed when nobody knows. */
  air?: AirBetween;
}

export type AirBetween = (container: Container, from_ms: number, to_ms: number) => Climate;

/** Length of the state: the masses, then the drying. */
export const SIZE = PARTS.length + 1;
export const DRYING = PARTS.length;
export const WATER = PARTS.indexOf('water');
/** Gradient of the total mass. */
export const ONES: readonly number[] = PARTS.map(() => 1);

/** Before anything was brought: nothing, known exactly, and a drying known only from the handbook. */
export function firstBelief(nature: Pick<HeapNature, 'container'>): Belief {
  const covariance = zeroCovariance(SIZE);
  covariance[DRYING * SIZE + DRYING] = DRYING_LOG_SD ** 2;
  return {
    mean: composition(),
    log_drying: 0,
    covariance,
    out_kg: 0,
    remembered: {},
    rests_on: [],
    questioned: [],
    container: nature.container,
    at: null
  };
}

/** A believed figure and its standard deviation. */
export interface Believed {
  value: number;
  sd: number;
}

/** Moisture, wet basis. */
export function believedMoisture(belief: Belief): Believed {
  if (!(totalMass(belief.mean) > 0)) return { value: 0, sd: 0 };
  const { gradient } = waterOver(belief.mean, 'total');
  return { value: moistureFraction(belief.mean), sd: sdAlong(belief.covariance, gradient) };
}

/** A part as a share of the dry mix. */
export function believedDryShare(belief: Belief, part: Exclude<Part, 'water'>): Believed {
  if (!(dryMass(belief.mean) > 0)) return { value: 0, sd: 0 };
  const { predicted, gradient } = dryShareOf(belief.mean, { [part]: 1 });
  return { value: predicted, sd: sdAlong(belief.covariance, gradient) };
}

/** Mass in the heap (what is out in molds left out), kg. */
export function believedMass(belief: Belief): Believed {
  return { value: Math.max(0, totalMass(belief.mean) - belief.out_kg), sd: sdAlong(belief.covariance, ONES) };
}

/** How much faster it dries than the handbook says, as the logarithm's mean and standard deviation. */
export function believedDrying(belief: Belief): { log: number; sd: number } {
  return {
    log: belief.log_drying,
    sd: Math.sqrt(Math.max(0, belief.covariance[DRYING * SIZE + DRYING]!))
  };
}

/** Less than this of the moisture is not worth naming. */
const LEAST_REST = 0.02;

/**
 * The belief with what it rests on scaled: a new reading takes its share from those before it, and doubt that time or
 * unmeasured sand brings in takes from all of them.
 */
export function restingLess(rests_on: readonly Rest[], share: number): Rest[] {
  const left: Rest[] = [];
  for (const { entry_id, kind, at, weight } of rests_on) {
    const kept = weight * share;
    if (kept >= LEAST_REST) left.push({ entry_id, kind, at, weight: kept });
  }
  return left;
}

/**
 * A belief after something happened to the sand: as its moisture got less sure, it rests less on old readings. What was
 * read just now has been weighed against them already.
 */
export function withDoubt(before: Belief, after: Belief): Belief {
  if (before.rests_on.length === 0 || after.rests_on !== before.rests_on) return after;
  const [was, is] = [moistureVariance(before), moistureVariance(after)];
  if (!(is > was)) return after;
  return { ...after, rests_on: restingLess(after.rests_on, was / is) };
}

/** The square of `believedMoisture`'s deviation, summed in place, as every entry of a ledger asks for it twice. */
function moistureVariance({ mean, covariance }: Belief): number {
  const total = totalMass(mean);
  if (!(total > 0)) return 0;
  const moisture = mean.water / total;
  let sum = 0;
  for (let i = 0; i < PARTS.length; i++) {
    const along = (i === WATER ? 1 : 0) - moisture;
    for (let j = 0; j < PARTS.length; j++) {
      sum += along * ((j === WATER ? 1 : 0) - moisture) * covariance[i * SIZE + j]!;
    }
  }
  return sum / (total * total);
}

/** Standard deviation of a figure with this gradient. */
function sdAlong(covariance: Covariance, gradient: readonly number[]): number {
  return Math.sqrt(Math.max(0, quadratic(covariance, gradient, gradient)));
}

/** Standard deviation of a weighing on a kitchen scale, kg. */
export function weighingSd(kg: number): number {
  return Math.hypot(WEIGHING_SD_KG, WEIGHING_SD_SHARE * kg);
}

export function perKg(arrival: Composition, kg: number): number[] {
  return toVector(arrival).map((value) => (kg > 0 ? value / kg : 0));
}

const UNITS = PARTS.map((_, index) => PARTS.map((__, i) => (i === index ? 1 : 0)));

/** The direction of one part alone. */
export function unit(index: number): readonly number[] {
  return UNITS[index]!;
}

/** The masses in the order of PARTS; written out, as a long ledger asks for tens of thousands. */
export function toVector(of: Composition): number[] {
  return [of.grain, of.active_clay, of.dead_clay, of.combustibles, of.oil, of.water, of.fines];
}

export function fromVector(vector: readonly number[]): Composition {
  const [grain, active_clay, dead_clay, combustibles, oil, water, fines] = vector as readonly [
    number,
    number,
    number,
    number,
    number,
    number,
    number
  ];
  return { grain, active_clay, dead_clay, combustibles, oil, water, fines };
}

/** One source of error: the direction in which it moves the seven masses, and its size. */
export type Noise = readonly [direction: readonly number[], sd: number];

/** P + Σ sd²·g·gᵀ */
export function addNoise(covariance: Covariance, ...noises: readonly Noise[]): Covariance {
  let sum = covariance;
  for (const [direction, sd] of noises) sum = plusOuter(sum, direction, direction, sd * sd);
  return sum;
}

/** The covariance of masses that are all scaled by one factor; the drying stays as it is. */
export function scaledMasses(covariance: Covariance, factor: number): Covariance {
  const next = covariance.slice();
  for (let i = 0; i < SIZE; i++) {
    for (let j = 0; j < SIZE; j++) {
      if (i !== DRYING) next[i * SIZE + j]! *= factor;
      if (j !== DRYING) next[i * SIZE + j]! *= factor;
    }
  }
  return next;
}
