import { benchTestOf, type HeapTest } from '$core/bench/bench-tests';
import type { GradeReading, Reading, ValueReading } from '$core/bench/tests/bench-test';
import { moistureOf } from '$core/bench/tests/looking';
import { GRADE_LIMITS, squeeze } from '$core/bench/formula/squeeze';
import { density, truncated } from '$core/judge/normal';
import { totalMass } from '$core/material/composition';
import { middle } from '$core/reference/targets';
import { BLUNDER_SHARE, KITCHEN_SCALE_G, SQUEEZE_SLIPS } from '$core/reference/accuracy';
import {
  DRYING,
  WEATHER,
  drafted,
  discounted,
  sandOf,
  type Belief,
  type Draft,
  type HeapNature,
  type Look,
  type Questioned,
  type Said
} from './state/belief';
import { PART_COUNT, WATER } from './state/bodies';
import { addOuter, dot, quadratic, times, type Vector } from './state/covariance';
import { AGREE_WITHIN, LOOKS, bornOutBy, factorNow, saidBy } from './said';
import { ensureHand, handSpread, learnHand } from './state/hand';

/** Beyond this many standard deviations (one sound reading in two thousand) a reading is questioned. */
const QUESTION_AT = 3.5;
/** A confirmed reading this far off says that the belief was wrong: it is taken to have been this unsure. */
const CONFIRMED_AT = 2;
/** Two far readings of a kind bear each other out for so long, though the sand was changed between them. */
const AGREE_FOR_MS = 5 * 86_400_000;
/** A squeeze that likely was anything at all is questioned. */
const SLIPPED = 0.9;

/** What the one who reads says of it. */
export interface Told {
  entry_id: number;
  member?: string | undefined;
  /** It stood far off, and is right all the same. */
  confirmed?: boolean | undefined;
  /** It is read a second time, against a belief that has made room for it. */
  again?: boolean;
}

/**
 * Draws a belief to what a test read: the gain weighs the reading against what was expected.
 *
 * A figure counts by how likely it is no blunder; far outside what was expected it does not count until it is confirmed
 * or another bears it out. A squeeze says only between which limits the temper lies, by a hand of its own bias.
 *
 * @source the Kalman update of one scalar; with the optimal gain k and the innovation's variance S it is
 *   P − k·S·kᵀ. Blunders by the two-hypothesis mixture, grades by the moments of the truncated normal
 */
export function read(nature: HeapNature, belief: Belief, test: HeapTest, told: Told): Belief {
  const draft = drafted(belief);
  readInto(nature, draft, test, told);
  return draft;
}

/** The same in place. */
export function readInto(nature: HeapNature, draft: Draft, test: HeapTest, told: Told): void {
  const sand = sandOf(draft);
  const gradient = totalMass(sand) > 0 ? moistureOf(sand).gradient : null;
  const had = gradient ? quadratic(draft.covariance, gradient, gradient) : 0;
  const reading = readingOf(nature, draft, test);
  const says = saidBy(nature, draft, test, reading, told.member);
  const counted = reading !== null && count(nature, draft, test, reading, told, says);
  if (counted && gradient) restOn(draft, had, quadratic(draft.covariance, gradient, gradient), test, told);
  lookAt(draft, nature, test, reading, told, says);
}

/** What a test reads against the sand as it is believed; null where it tells nothing of it. */
const readingOf = (nature: HeapNature, draft: Draft, test: HeapTest): Reading | null =>
  benchTestOf(test).read(test, {
    system: nature.system,
    targets: nature.targets,
    sand: sandOf(draft),
    scale_g: nature.scale_g ?? KITCHEN_SCALE_G
  });

/** Lets a reading count, or questions it; whether it counted. */
function count(
  nature: HeapNature,
  draft: Draft,
  test: HeapTest,
  reading: Reading,
  told: Told,
  says: Said | null
): boolean {
  const stands =
    reading.as === 'value' ? standingOf(draft, reading) : feelingOf(draft, nature, reading, told);
  if (!told.again) draft.foretold += Math.log(stands.chance);
  if (stands.far && !told.confirmed && says && !readsMud(test, reading)) {
    const witness = bornOutBy(nature, draft, says, told.entry_id);
    // With nothing behind the estimate the first reading rules.
    if (witness || (nothingBehind(draft) && couldBe(nature, says))) {
      doubtWater(nature, draft, says);
      if (witness) admit(nature, draft, witness);
      return countAll(nature, draft, test, told, says);
    }
  }
  return stands.as === 'value' ? readValue(draft, stands, test, told) : readGrade(draft, stands, test, told);
}

/** Lets a reading count that was borne out, against the sand as it is believed by then. */
function countAll(nature: HeapNature, draft: Draft, test: HeapTest, told: Told, says: Said | null): boolean {
  const reading = readingOf(nature, draft, test);
  return (
    reading !== null && count(nature, draft, test, reading, { ...told, confirmed: true, again: true }, says)
  );
}

/** Nobody has measured this sand yet, nor any that it came from. */
const nothingBehind = ({ rests_on, seen_share }: Draft): boolean =>
  rests_on.length === 0 && seen_share < NOBODY_LOOKED;
/** Less of the heap than this was there when it was last looked at. */
const NOBODY_LOOKED = 0.5;
/** Wetter than this sand is soup, and oil sand was rained on: a first reading past it waits like any other. */
const SOUP = { factor: 2.5, oil_moisture: 0.1 } as const;

const couldBe = ({ system, targets }: HeapNature, { factor }: Said): boolean =>
  system === 'oil' ? factor * middle(targets.moisture) <= SOUP.oil_moisture : factor <= SOUP.factor;

/** Two looks say that the water is not what it was thought to be: it is as unsure as it then must have been. */
function doubtWater(nature: HeapNature, draft: Draft, says: Said): void {
  const { predicted, gradient } = factorNow(nature, draft)!;
  const had = quadratic(draft.covariance, gradient, gradient);
  const wanted = ((says.factor - predicted) / CONFIRMED_AT) ** 2;
  const size = draft.mean.length;
  if (wanted > had) draft.covariance[WATER * size + WATER]! += (wanted - had) / gradient[WATER]! ** 2;
}

/** Lets a look that waited count, as it was borne out. */
function admit(nature: HeapNature, draft: Draft, look: Look): void {
  const { waiting, entry_id, member, says } = look;
  if (!waiting) return;
  noLongerWaits(draft, entry_id);
  countAll(nature, draft, waiting, { entry_id, member }, says);
}

function noLongerWaits(draft: Draft, entry_id: number): void {
  draft.questioned = draft.questioned.filter((each) => each.entry_id !== entry_id);
  draft.looks = draft.looks.map((each) => (each.entry_id === entry_id ? { ...each, waiting: null } : each));
}

/** A mass that tells of bodies it came from: their sum is `kg`, give or take. Blunders are not looked for. */
export function readMass(draft: Draft, along: Vector, predicted: number, kg: number, sd: number): void {
  const ph = times(draft.covariance, along);
  const variance = dot(along, ph) + sd * sd;
  if (variance > 0) draw(draft, ph, variance, kg - predicted, 1, 0);
}

/** Where a figure stands to what was expected: how surely, how far off, and whether farther than chance allows. */
function standingOf(draft: Draft, reading: ValueReading) {
  const ph = times(draft.covariance, reading.gradient);
  const variance = dot(reading.gradient, ph) + reading.sd * reading.sd;
  const off = reading.read - reading.predicted;
  const spread = Math.sqrt(variance);
  const far = Math.abs(off) > QUESTION_AT * spread;
  const sound = ((1 - BLUNDER_SHARE) * density(off / spread)) / spread;
  const blunder = BLUNDER_SHARE / reading.range;
  return { as: 'value' as const, reading, ph, variance, off, far, sound, chance: sound + blunder };
}

/** Whether the reading counted. */
function readValue(draft: Draft, stands: ReturnType<typeof standingOf>, test: HeapTest, told: Told): boolean {
  const { reading, off, far } = stands;
  const { gradient, predicted, read, sd } = reading;
  let { ph, variance } = stands;
  const agreeing =
    far && !told.confirmed && !readsMud(test, reading) ? agreeingWith(draft, test, off, sd) : undefined;
  if (far && !told.confirmed && !agreeing) {
    const questioned: Questioned = {
      entry_id: told.entry_id,
      kind: test.kind,
      at: draft.at ?? '',
      expected: predicted,
      read,
      sd: Math.sqrt(variance),
      reading_sd: sd
    };
    draft.questioned = [...draft.questioned, questioned];
    return false;
  }
  const own_sd = agreeing ? sd / Math.SQRT2 : sd;
  if (told.confirmed || agreeing) {
    // It is true, so it was the belief that was off: as unsure as it then must have been, along this figure.
    const wanted = (off / CONFIRMED_AT) ** 2 - own_sd * own_sd;
    const had = dot(gradient, ph);
    if (had > 0 && wanted > had) {
      addOuter(draft.covariance, ph, (wanted / had - 1) / had);
      ph = times(draft.covariance, gradient);
    }
    variance = dot(gradient, ph) + own_sd * own_sd;
    if (agreeing) noLongerWaits(draft, agreeing.entry_id);
    draw(draft, ph, variance, off, 1, 0);
    return true;
  }
  const weight = stands.sound / stands.chance;
  draw(draft, ph, variance, off, weight, weight * (1 - weight));
  return true;
}

/**
 * Loose sand of 1.5 kg/L has 0.43 L of pores in a litre; full of water they hold this share of the wet mass. Sand that
 * somebody squeezes is never so wet, and two readings past it agree on nothing but the same slip.
 */
const PORES_FULL = 0.43 / (1.5 + 0.43);
const WATER_READINGS: readonly HeapTest['kind'][] = ['moisture', 'probe'];

/** Wetter than any sand in the hand: a slip, whatever else was read. */
const readsMud = (test: HeapTest, reading: ValueReading | GradeReading): boolean =>
  WATER_READINGS.includes(test.kind) && reading.as === 'value' && reading.read > PORES_FULL;

/** An earlier far reading of the same kind that strayed as this one does. */
function agreeingWith(draft: Draft, test: HeapTest, off: number, sd: number): Questioned | undefined {
  const now = Date.parse(draft.at ?? '');
  return draft.questioned.find(
    (each) =>
      each.kind === test.kind &&
      now - Date.parse(each.at) <= AGREE_FOR_MS &&
      Math.abs(each.read - each.expected - off) <= AGREE_WITHIN * Math.hypot(sd, each.reading_sd)
  );
}

/**
 * mean += w·k·ν and P − w·k·S·kᵀ + w(1−w)ν²·k·kᵀ, for a gain k = Ph/S and a chance w that the reading is sound.
 */
function draw(draft: Draft, ph: Vector, variance: number, off: number, weight: number, doubt: number): void {
  const scale = 1 / variance;
  for (let i = 0; i < ph.length; i++) draft.mean[i]! += weight * ph[i]! * scale * off;
  addOuter(draft.covariance, ph, -weight * scale + doubt * off * off * scale * scale);
  keepPossible(draft);
}

/** How far from the handbook's a drying can be, natural logarithm: no reading makes it more than five times that. */
const MOST_LOG_DRYING = Math.log(5);

/** No part of the heap is less than nothing, and no drying beyond all weather. */
function keepPossible(draft: Draft): void {
  for (let i = 0; i < PART_COUNT; i++) if (draft.mean[i]! < 0) draft.mean[i] = 0;
  for (const i of [DRYING, WEATHER])
    draft.mean[i] = Math.min(MOST_LOG_DRYING, Math.max(-MOST_LOG_DRYING, draft.mean[i]!));
}

/** How a squeeze was expected to be felt, what its grade leaves of that, and whether it likely was named at random. */
function feelingOf(
  draft: Draft,
  nature: HeapNature,
  { predicted, gradient, grade }: GradeReading,
  told: Told
) {
  const at = ensureHand(draft, nature, told.member);
  const { single } = handSpread(draft, nature, told.member);
  const along = new Float64Array(draft.mean.length);
  along.set(gradient);
  along[at] = 1;
  along[at + 1] = 1;
  const felt = predicted + draft.mean[at]! + draft.mean[at + 1]!;
  const ph = times(draft.covariance, along);
  const variance = dot(along, ph) + single * single;
  const told_us = gradeMoments(felt, Math.sqrt(variance), grade);
  const far = told_us.slipped > SLIPPED;
  const chance = Math.max(told_us.chance, Number.MIN_VALUE);
  return { as: 'grade' as const, grade, felt, ph, single, variance, told_us, far, chance };
}

/** Whether the squeeze counted. */
function readGrade(draft: Draft, feels: ReturnType<typeof feelingOf>, test: HeapTest, told: Told): boolean {
  const { grade, felt, ph, single, variance, told_us, far } = feels;
  if (far && !told.confirmed) {
    const questioned: Questioned = {
      entry_id: told.entry_id,
      kind: test.kind,
      at: draft.at ?? '',
      expected: felt,
      read: (Math.max(0.5, GRADE_LIMITS[grade - 1]!) + Math.min(1.5, GRADE_LIMITS[grade]!)) / 2,
      sd: Math.sqrt(variance),
      reading_sd: single
    };
    draft.questioned = [...draft.questioned, questioned];
  }
  const scale = 1 / variance;
  for (let i = 0; i < ph.length; i++) draft.mean[i]! += ph[i]! * scale * (told_us.mean - felt);
  addOuter(draft.covariance, ph, (told_us.variance * scale - 1) * scale);
  keepPossible(draft);
  return told.confirmed === true || !far;
}

/** What a named grade leaves of a factor felt as N(mean, sd²). */
export interface GradeMoments {
  mean: number;
  variance: number;
  /** Chance of this grade being named. */
  chance: number;
  /** How likely it was named at random, given that it was named. */
  slipped: number;
}

/** The moments of what is felt once a grade was named, slips of the tongue allowed for. */
export function gradeMoments(mean: number, sd: number, named: 1 | 2 | 3 | 4 | 5): GradeMoments {
  const { neighbour, any } = SQUEEZE_SLIPS;
  let [sum, first, second, random] = [0, 0, 0, 0];
  for (let grade = 1; grade <= 5; grade++) {
    const own = named === grade;
    const beside = Math.abs(named - grade) === 1;
    // At either end there is only one neighbour to slip to.
    const to_each = grade === 1 || grade === 5 ? neighbour : neighbour / 2;
    const naming = any / 5 + (1 - any) * (own ? 1 - neighbour : beside ? to_each : 0);
    const within = truncated(mean, sd, GRADE_LIMITS[grade - 1]!, GRADE_LIMITS[grade]!);
    const weight = naming * within.chance;
    sum += weight;
    first += weight * within.mean;
    second += weight * (within.variance + within.mean ** 2);
    random += (any / 5) * within.chance;
  }
  if (!(sum > 0)) return { mean, variance: sd * sd, chance: 0, slipped: 1 };
  const middle = first / sum;
  return {
    mean: middle,
    variance: Math.max(0, second / sum - middle ** 2),
    chance: sum,
    slipped: random / sum
  };
}

/** Of the doubt about the moisture, the share that this reading took away rests on it. */
function restOn(draft: Draft, had: number, left: number, test: HeapTest, told: Told): void {
  const weight = had > 0 ? Math.min(1, Math.max(0, 1 - left / had)) : 0;
  const rest = { entry_id: told.entry_id, kind: test.kind, at: draft.at ?? '', weight };
  draft.rests_on = [...discounted(draft.rests_on, 1 - weight), ...discounted([rest], 1)];
}

/**
 * Notes a look at the sand as it is, and what it teaches of the hand beside it. One that waits is a look all the same: it
 * counts for what is safe, whatever is in question.
 */
function lookAt(
  draft: Draft,
  nature: HeapNature,
  test: HeapTest,
  reading: Reading | null,
  told: Told,
  says: Said | null
): void {
  if (!LOOKS.includes(test.kind)) return;
  const waiting = draft.questioned.some(({ entry_id }) => entry_id === told.entry_id);
  const answer = test.kind === 'squeeze' ? squeeze(test, nature.system) : null;
  const factor = factorNow(nature, draft)?.predicted ?? null;
  const look: Look = {
    entry_id: told.entry_id,
    kind: test.kind,
    at: draft.at ?? '',
    member: told.member,
    grade: answer?.grade ?? null,
    lifeless: answer !== null && !answer.tells_water && nature.system === 'water',
    factor,
    says,
    moisture: WATER_READINGS.includes(test.kind) && reading?.as === 'value' ? reading.read : null,
    waiting: waiting ? test : null
  };
  // What waits teaches nothing, of a hand or beside one.
  const counted = draft.looks.filter((earlier) => earlier.waiting === null);
  if (factor !== null && !waiting) {
    if (test.kind === 'moisture')
      for (const earlier of counted) if (earlier.kind === 'squeeze') learnHand(draft, earlier, factor);
    const dried = counted.findLast(({ kind }) => kind === 'moisture');
    if (test.kind === 'squeeze' && dried) learnHand(draft, look, dried.factor ?? factor);
  }
  draft.looks = [...draft.looks, look];
  if (waiting) return;
  // A lifeless squeeze looked at the sand, but saw nothing of its water.
  if (!look.lifeless) draft.seen_share = 1;
}
