import type { HeapBinder, System, Targets } from '$core/reference/targets';
import type { HeapTest, HeapTestKind } from '$core/bench/heap-test';
import { moistureOf, dryShareOf } from '$core/bench/tests/looking';
import {
  dryMass,
  moistureFraction,
  totalMass,
  type Composition,
  type Part
} from '$core/material/composition';
import { DRYING_LOG_SD, STEAM_LASTING_SD_SHARE, WEATHER_LOG_SD } from '$core/reference/accuracy';
import { HEAP, PART_COUNT, WATER, fromVector, isMold, isOut, type Bodies, type BodyKey } from './bodies';
import type { Container } from './container';
import { grown, quadratic, shrunk, sizeOf, zeroCovariance, type Covariance, type Vector } from './covariance';
import type { Climate } from './drying';
import type { Habits } from './habits';
import { noLessons, type Lessons } from './lessons';

/**
 * What is believed of a heap: the state of an extended Kalman filter, which `estimate` carries along the ledger.
 *
 * The state is one vector: the seven masses of the heap (kg), the logarithms of how much faster than the handbook says
 * it dries where it stands and how far the weather carries that off for now, the logarithm of how much more burns in
 * its molds than is named, and then, as they come up, the masses of each further body of sand (burnt sand, molds)
 * and two figures for the hand of each member who squeezed it (lasting bias, error shared by squeezes of this very
 * sand; both in multiples of the aimed temper ratio).
 */
export interface Belief {
  /** What follows the heap and the three logarithms, in order. */
  layout: readonly Component[];
  mean: Float64Array;
  covariance: Covariance;
  container: Container;
  /** What was learned of the drying in containers that it stood in before, by `containerKey`. */
  remembered: Readonly<Record<string, LearnedDrying>>;
  /** Readings that the moisture rests on, latest last; what they do not account for rests on the weights logged. */
  rests_on: readonly Rest[];
  /** Readings that stood far outside what was expected, and what was; they wait for another or for a word. */
  questioned: readonly Questioned[];
  /** Looks at the sand as it is, while nothing was done to it, latest last. */
  looks: readonly Look[];
  /** Share of the heap that was there when its moisture was last looked at, 0–1. */
  seen_share: number;
  /** How far squeezes strayed beside drying tests, by member. */
  hands: Readonly<Record<string, HandRecord>>;
  lessons: Lessons;
  habits: Habits;
  /** How well everything that was read had been foretold: the sum of the natural logarithms of its chances. */
  foretold: number;
  /** ISO time up to which the belief has been carried; null before the first entry. */
  at: string | null;
}

/** A run of the state that has come up: a body's seven masses, or a hand's two figures. */
export interface Component {
  key: BodyKey | HandKey;
  at: number;
  size: number;
}

export type HandKey = `hand:${string}`;
export const handKey = (member: string | undefined): HandKey => `hand:${member ?? ''}`;

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

/** A reading farther from the prediction than chance allows: kept, but it does not count until it is borne out. */
export interface Questioned {
  entry_id: number;
  kind: HeapTestKind;
  /** ISO time of the reading. */
  at: string;
  expected: number;
  read: number;
  /** Standard deviation of reading and prediction together. */
  sd: number;
  /** Of the reading alone. */
  reading_sd: number;
}

/** What somebody saw of the sand as it is. */
export interface Look {
  entry_id: number;
  kind: HeapTestKind;
  at: string;
  member?: string | undefined;
  /** Of a squeeze: the grade, and whether it spoke of water; null for other tests. */
  grade: 1 | 2 | 3 | 4 | 5 | null;
  lifeless: boolean;
  /** What the temper factor was believed to be right after; null where nothing tempers it. */
  factor: number | null;
  /** What it says the temper factor is, give or take; null where it says nothing of the water. */
  says: Said | null;
  /** Moisture that it read, fraction; null for other tests. */
  moisture: number | null;
  /** It stood far off and waits: what was read, to count once another bears it out. Null for one that counted. */
  waiting: HeapTest | null;
}

/** A temper factor that a look tells of. */
export interface Said {
  factor: number;
  sd: number;
  /** The outer grades only bound it: it is so, or further that way. */
  beyond: 'up' | 'down' | null;
}

/** A member's squeezes beside drying tests of the same sand. */
export interface HandRecord {
  tests: number;
  /** Sum of squared deviations over what was expected of them. */
  squares: number;
  /** When it began to be learned, ISO; null from the start. */
  since: string | null;
}

/** What has to be known of a heap to keep its books. */
export interface Bookkeeping {
  system: System;
  binder: HeapBinder;
  targets: Targets;
  scale_g?: number | undefined;
}

/** What has to be known of a heap besides its ledger. */
export interface HeapNature extends Bookkeeping {
  container: Container;
  /** The mean air around a container between two times, ms; an unheated shed when nobody knows. */
  air?: AirBetween | undefined;
  /** What is held or was reset of a member's hand. */
  hand?: ((member: string | undefined) => HeldHand | null) | undefined;
}

/** A hand as the member holds it, or from when on it is learned anew. */
export interface HeldHand {
  bias: number | null;
  spread: number | null;
  /** ISO; squeezes before teach nothing of it. */
  since: string | null;
}

export type AirBetween = (container: Container, from_ms: number, to_ms: number) => Climate;

/** The places of the logarithms in the state. */
export const DRYING = PART_COUNT;
export const WEATHER = PART_COUNT + 1;
export const BURNING = PART_COUNT + 2;
/** How much more steam this heap's molds give than the heat of the metal says, share: it is learned. */
export const STEAM = PART_COUNT + 3;
/** What the state holds at least. */
export const LEAST_SIZE = PART_COUNT + 4;
/** Gradient of the heap's mass. */
const ONES: readonly number[] = Array<number>(PART_COUNT).fill(1);

/** How far more may burn than people name, natural logarithm: eyes are alike from pour to pour. */
const BURNING_LOG_SD = 0.25;

/** Before anything was brought: nothing, known exactly, and a drying known only from the handbook. */
export function firstBelief(nature: Pick<HeapNature, 'container'>): Belief {
  const covariance = zeroCovariance(LEAST_SIZE);
  covariance[DRYING * LEAST_SIZE + DRYING] = DRYING_LOG_SD ** 2;
  covariance[WEATHER * LEAST_SIZE + WEATHER] = WEATHER_LOG_SD ** 2;
  covariance[BURNING * LEAST_SIZE + BURNING] = BURNING_LOG_SD ** 2;
  covariance[STEAM * LEAST_SIZE + STEAM] = STEAM_LASTING_SD_SHARE ** 2;
  return {
    layout: [],
    mean: new Float64Array(LEAST_SIZE),
    covariance,
    container: nature.container,
    remembered: {},
    rests_on: [],
    questioned: [],
    looks: [],
    seen_share: 0,
    hands: {},
    lessons: noLessons(),
    habits: {},
    foretold: 0,
    at: null
  };
}

/** Where a body's masses or a hand's figures begin in the state; null where they have not come up. */
export function placeOf(layout: readonly Component[], key: Component['key']): number | null {
  if (key === HEAP) return 0;
  return layout.find((component) => component.key === key)?.at ?? null;
}

/** The sand of the heap itself. */
export const sandOf = ({ mean }: Pick<Belief, 'mean'>): Composition => fromVector(mean);

/** Every body of sand that the belief knows of, also those that should hold nothing by now. */
export function bodiesOf({ layout, mean }: Pick<Belief, 'layout' | 'mean'>): Bodies {
  const bodies = new Map<BodyKey, Composition>([[HEAP, fromVector(mean)]]);
  for (const { key, at, size } of layout)
    if (size === PART_COUNT) bodies.set(key as BodyKey, fromVector(mean, at));
  return bodies;
}

/** Sand out in molds, burnt there or not, kg; of one mold by its name. */
export function outKg(belief: Pick<Belief, 'layout' | 'mean'>): number {
  let sum = 0;
  for (const [key, body] of bodiesOf(belief)) if (isOut(key)) sum += totalMass(body);
  return Math.max(0, sum);
}

/** What is out by mold: its name (empty for the pool), and kg of sand in it. */
export function moldsOf(belief: Pick<Belief, 'layout' | 'mean'>): { mold: string; kg: number }[] {
  return [...bodiesOf(belief)]
    .filter(([key, body]) => isMold(key) && totalMass(body) > 1e-6)
    .map(([key, body]) => ({ mold: key.slice('mold:'.length), kg: totalMass(body) }));
}

/** A belief while it is changed: mean and covariance are its own, to be written in place. */
export type Draft = { -readonly [K in keyof Belief]: Belief[K] };

export function drafted(belief: Belief): Draft {
  return { ...belief, mean: belief.mean.slice(), covariance: belief.covariance.slice() };
}

/** Makes room in a draft for a body or a hand, known to be nothing, and says where it begins. */
export function ensure(draft: Draft, key: Component['key'], size: number): number {
  const known = placeOf(draft.layout, key);
  if (known !== null) return known;
  const at = draft.mean.length;
  const mean = new Float64Array(at + size);
  mean.set(draft.mean);
  draft.mean = mean;
  draft.covariance = grown(draft.covariance, size);
  draft.layout = [...draft.layout, { key, at, size }];
  return at;
}

/** Takes a body or a hand out of a draft. */
export function drop(draft: Draft, key: Component['key']): void {
  const gone = draft.layout.find((component) => component.key === key);
  if (!gone) return;
  const mean = new Float64Array(draft.mean.length - gone.size);
  mean.set(draft.mean.subarray(0, gone.at));
  mean.set(draft.mean.subarray(gone.at + gone.size), gone.at);
  draft.mean = mean;
  draft.covariance = shrunk(draft.covariance, gone.at, gone.size);
  draft.layout = draft.layout
    .filter((component) => component !== gone)
    .map((component) =>
      component.at > gone.at ? { ...component, at: component.at - gone.size } : component
    );
}

/** A believed figure and its standard deviation. */
export interface Believed {
  value: number;
  sd: number;
}

/** Moisture of the heap, wet basis. */
export function believedMoisture(belief: Belief): Believed {
  const sand = sandOf(belief);
  if (!(totalMass(sand) > 0)) return { value: 0, sd: 0 };
  return { value: moistureFraction(sand), sd: sdAlong(belief.covariance, moistureOf(sand).gradient) };
}

/** A part as a share of the heap's dry mix. */
export function believedDryShare(belief: Belief, part: Exclude<Part, 'water'>): Believed {
  const sand = sandOf(belief);
  if (!(dryMass(sand) > 0)) return { value: 0, sd: 0 };
  const { predicted, gradient } = dryShareOf(sand, { [part]: 1 });
  return { value: predicted, sd: sdAlong(belief.covariance, gradient) };
}

/** Mass in the heap (what is out in molds and what lies burnt beside it left out), kg. */
export function believedMass(belief: Belief): Believed {
  return { value: Math.max(0, totalMass(sandOf(belief))), sd: sdAlong(belief.covariance, ONES) };
}

/** How much faster it dries than the handbook says, as the logarithm's mean and standard deviation. */
export function believedDrying(belief: Belief): { log: number; sd: number } {
  return { log: belief.mean[DRYING]!, sd: Math.sqrt(Math.max(0, varianceAt(belief.covariance, DRYING))) };
}

/** A member's hand as this heap's squeezes showed it; null where none is known. */
export function believedHand(
  belief: Belief,
  member: string | undefined
): { bias: number; bias_sd: number; spread: number; tests: number } | null {
  const at = placeOf(belief.layout, handKey(member));
  if (at === null) return null;
  const record = belief.hands[member ?? ''];
  return {
    bias: belief.mean[at]!,
    bias_sd: Math.sqrt(Math.max(0, varianceAt(belief.covariance, at))),
    spread: spreadOf(record),
    tests: record?.tests ?? 0
  };
}

/** A hand that strays by so much, half the width of a grade, and this surely, is said to lean. */
const LEANS = { by: 0.13, sds: 2 } as const;

/** Whether a member's squeezes come out wetter (bias above 0) or drier than the sand is. */
export function leans(belief: Belief, member: string | undefined): 'wet' | 'dry' | null {
  const hand = believedHand(belief, member);
  if (!hand || Math.abs(hand.bias) < Math.max(LEANS.by, LEANS.sds * hand.bias_sd)) return null;
  return hand.bias > 0 ? 'wet' : 'dry';
}

/** Squeezes that the handbook's spread counts as: it gives way slowly. */
const SPREAD_WORTH = 6;

/**
 * How much wider than the handbook's a hand strays, from its squeezes beside drying tests.
 *
 * @source the conjugate (scaled inverse chi-square) update of a variance, its mean scale
 */
export function spreadOf(record: HandRecord | undefined): number {
  if (!record) return 1;
  return Math.sqrt((SPREAD_WORTH + record.squares) / (SPREAD_WORTH + record.tests));
}

/** Less than this of the moisture is not worth naming. */
const LEAST_REST = 0.02;

/**
 * The belief with what it rests on scaled: a new reading takes its share from those before it, and doubt that time or
 * unmeasured sand brings in takes from all of them.
 */
export function discounted(rests_on: readonly Rest[], share: number): Rest[] {
  const left: Rest[] = [];
  for (const { entry_id, kind, at, weight } of rests_on) {
    const kept = weight * share;
    if (kept >= LEAST_REST) left.push({ entry_id, kind, at, weight: kept });
  }
  return left;
}

/** As its moisture got less sure than it was, a belief rests less on old readings. */
export function discountRests(draft: Draft, was: number): void {
  if (draft.rests_on.length === 0) return;
  const is = moistureVariance(draft);
  if (is > was) draft.rests_on = discounted(draft.rests_on, was / is);
}

/** The square of `believedMoisture`'s deviation, summed in place, as every entry of a ledger asks for it twice. */
export function moistureVariance({ mean, covariance }: Pick<Belief, 'mean' | 'covariance'>): number {
  let total = 0;
  for (let i = 0; i < PART_COUNT; i++) total += mean[i]!;
  if (!(total > 0)) return 0;
  const moisture = mean[WATER]! / total;
  const size = mean.length;
  let sum = 0;
  for (let i = 0; i < PART_COUNT; i++) {
    const along = (i === WATER ? 1 : 0) - moisture;
    for (let j = 0; j < PART_COUNT; j++) {
      sum += along * ((j === WATER ? 1 : 0) - moisture) * covariance[i * size + j]!;
    }
  }
  return sum / (total * total);
}

export const varianceAt = (covariance: Covariance, i: number): number =>
  covariance[i * sizeOf(covariance) + i]!;

/** Standard deviation of a figure with this gradient. */
export function sdAlong(covariance: Covariance, gradient: Vector): number {
  return Math.sqrt(Math.max(0, quadratic(covariance, gradient, gradient)));
}
