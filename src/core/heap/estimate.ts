import type { HeapTestKind } from '$core/bench/heap-test';
import { arrivalOf } from '$core/material/arrival';
import {
  PARTS,
  composition,
  dryMass,
  moistureFraction,
  plus,
  totalMass,
  type Composition,
  type Part
} from '$core/material/composition';
import {
  BURNT_SD_SHARE,
  DRYING_LOG_SD,
  EVAPORATION_SD_SHARE,
  STATED,
  UNMEASURED,
  WEIGHING_SD_KG,
  WEIGHING_SD_SHARE
} from '$core/reference/accuracy';
import { middle, type System, type Targets } from '$core/reference/targets';
import {
  carried,
  plusOuter,
  quadratic,
  times,
  dot,
  zeroCovariance,
  type ChangedRow,
  type Covariance
} from './covariance';
import { SHED, waterAfterStanding, type Climate } from './drying';
import type { Container, Event, Ingredient, LedgerEntry } from './entry';
import { boughtSand, burntBody } from './ledger';
import { dryShareOf, observationOf, waterOver, type Observation } from './observation';

/**
 * What is believed of a heap: an extended Kalman filter over the seven masses of its sand and its own drying. Entries move the
 * mean as the ledger does and widen or carry the covariance; time dries it; tests draw it to what they read.
 *
 * Sand out in molds is the same body as the heap it was drawn from, so it stays in the state and only its
 * mass is kept apart: drawing sand and bringing it back teaches nothing about it.
 *
 * @source the standard extended Kalman filter; the update in its symmetric rank-one form
 */
export interface Belief {
  mean: Composition;
  /**
   * Natural logarithm of how much faster the heap dries than the handbook says, where it stands now: learned
   * from what tests find after it stood, forgotten when it is moved.
   */
  log_drying: number;
  /** 8 × 8: the seven masses in the order of PARTS (kg²), then the drying. */
  covariance: Covariance;
  /** Part of the body that is out in molds, kg. */
  out_kg: number;
  container: Container;
  /** Readings that stood far outside what was expected, and what was. */
  questioned: Questioned[];
  /** ISO time up to which the belief has been carried; null before the first entry. */
  at: string | null;
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

/** Beyond this many standard deviations (one reading in two thousand) a reading is questioned. */
const QUESTION_AT = 3.5;

/** What the filter has to know of a heap besides its ledger. */
export interface HeapNature {
  system: System;
  targets: Targets;
  container: Container;
  climate?: Climate;
}

const SIZE = PARTS.length + 1;
const DRYING = PARTS.length;
const WATER = PARTS.indexOf('water');
const ONES = PARTS.map(() => 1);

export function firstBelief(nature: HeapNature): Belief {
  const covariance = zeroCovariance(SIZE);
  covariance[DRYING * SIZE + DRYING] = DRYING_LOG_SD ** 2;
  return {
    mean: composition(),
    log_drying: 0,
    covariance,
    out_kg: 0,
    questioned: [],
    container: nature.container,
    at: null
  };
}

/** The belief after a whole ledger, which must be in order (see `inOrder`). */
export function believe(nature: HeapNature, ordered: readonly LedgerEntry[]): Belief {
  return ordered.reduce((belief, entry) => advance(nature, belief, entry), firstBelief(nature));
}

/** The belief after one more entry, which must not be earlier than the last. */
export function advance(nature: HeapNature, belief: Belief, entry: LedgerEntry): Belief {
  const then = standUntil(nature, belief, entry.at);
  const { event } = entry;
  switch (event.kind) {
    case 'mixed':
    case 'added':
      return event.additions.reduce(bringIngredient, then);
    case 'bought':
      return bringBought(then, event);
    case 'water':
      return bringIngredient(then, { ...TAP, kg: event.kg });
    case 'dried':
      return {
        ...then,
        mean: { ...then.mean, water: Math.max(0, then.mean.water - event.kg) },
        covariance: addNoise(then.covariance, [unit(WATER), weighingSd(event.kg)])
      };
    case 'discarded':
    case 'spilled':
      return remove(then, event.kg);
    case 'drawn':
      return { ...then, out_kg: Math.min(totalMass(then.mean), then.out_kg + event.kg) };
    case 'returned':
      return bringBack(then, event.kg);
    case 'poured':
      return burn(then, event);
    case 'moved':
      return forgetDrying({ ...then, container: event.container });
    case 'tested':
      return event.excluded === undefined
        ? read(
            then,
            observationOf(nature.system, nature.targets, then.mean, event.test),
            entry.id,
            event.test.kind
          )
        : then;
    case 'noted':
      return then;
  }
}

/** Carries a belief through the time until `at`: the heap dries, by an amount known only roughly. */
export function standUntil(nature: HeapNature, belief: Belief, at: string): Belief {
  if (belief.at === null) return { ...belief, at };
  const hours = (Date.parse(at) - Date.parse(belief.at)) / 3_600_000;
  if (!(hours > 0)) return belief;
  const total = totalMass(belief.mean);
  const inside = total > 0 ? Math.max(0, 1 - belief.out_kg / total) : 0;
  const { temper_ratio, moisture } = nature.targets;
  const standing = (water_kg: number, log_drying: number) =>
    waterAfterStanding(
      {
        water_kg: water_kg * inside,
        active_clay_kg: belief.mean.active_clay * inside,
        target_temper_ratio: temper_ratio ? middle(temper_ratio) : middle(moisture) / 0.08,
        exposed_area_m2: belief.container.exposed_area_m2,
        cover: belief.container.cover,
        climate: nature.climate ?? SHED
      },
      // The course depends on rate times time, so drying faster is standing longer.
      hours * Math.exp(log_drying)
    ) +
    water_kg * (1 - inside);
  const before = belief.mean.water;
  const water = standing(before, belief.log_drying);
  const lost = before - water;
  if (!(lost > 0)) return { ...belief, at };
  const step = before * 1e-4;
  const of_water = Math.min(1, Math.max(0, (standing(before + step, belief.log_drying) - water) / step));
  const of_drying = (standing(before, belief.log_drying + 1e-4) - water) / 1e-4;
  const dried = carried(belief.covariance, [
    [
      WATER,
      [
        [WATER, of_water],
        [DRYING, of_drying]
      ]
    ]
  ]);
  return {
    ...belief,
    at,
    mean: { ...belief.mean, water },
    covariance: addNoise(dried, [unit(WATER), Math.min(EVAPORATION_SD_SHARE * lost, before / 2)])
  };
}

/** Another place dries at another rate: what was learned of the last says nothing of it. */
function forgetDrying(belief: Belief): Belief {
  const covariance = carried(belief.covariance, [[DRYING, []]]);
  covariance[DRYING * SIZE + DRYING] = DRYING_LOG_SD ** 2;
  return { ...belief, log_drying: 0, covariance };
}

const TAP: Ingredient = {
  ingredient: 'water',
  role: 'water',
  kg: 0,
  moisture_fraction: 1,
  active_fraction: 0,
  moisture_stated: true,
  active_stated: true
};

function bringIngredient(belief: Belief, ingredient: Ingredient): Belief {
  const arrival = arrivalOf(ingredient);
  const noises: Noise[] = [[perKg(arrival, ingredient.kg), weighingSd(ingredient.kg)]];
  if (ingredient.role !== 'water') {
    const sand = ingredient.role === 'sand' || ingredient.role === 'fines';
    const known = ingredient.moisture_stated ? STATED : UNMEASURED;
    const moisture_sd = sand ? known.sand_moisture_sd : known.binder_moisture_sd;
    // Stock can hold no less than no water, so a dry stock is known better than its class.
    const sd = Math.min(moisture_sd, ingredient.moisture_fraction / 2);
    noises.push([slopeOf(ingredient, 'moisture_fraction'), sd]);
  }
  if (ingredient.role === 'binder') {
    const sd = (ingredient.active_stated ? STATED : UNMEASURED).binder_active_sd;
    noises.push([slopeOf(ingredient, 'active_fraction'), sd]);
  }
  return { ...belief, mean: plus(belief.mean, arrival), covariance: addNoise(belief.covariance, ...noises) };
}

/** The arrival is linear in each of its fractions, so one difference is the exact slope. */
function slopeOf(ingredient: Ingredient, fraction: 'moisture_fraction' | 'active_fraction'): number[] {
  const none = toVector(arrivalOf({ ...ingredient, [fraction]: 0 }));
  return toVector(arrivalOf({ ...ingredient, [fraction]: 1 })).map((value, i) => value - none[i]!);
}

function bringBought(belief: Belief, event: Extract<Event, { kind: 'bought' }>): Belief {
  const sand = boughtSand(event);
  const dry = dryMass(sand);
  const moisture_sd = (event.moisture_stated ? STATED : UNMEASURED).bought_moisture_sd;
  const active_sd = (event.active_stated ? STATED : UNMEASURED).bought_active_sd;
  const at = (part: Part) => PARTS.indexOf(part);
  const wetter = toVector(sand).map((kg) => (-kg / (dry || 1)) * event.kg);
  wetter[WATER] = event.kg;
  const swap = (part: Part) => unit(at(part)).map((value, i) => dry * (value - (i === at('grain') ? 1 : 0)));
  const covariance = addNoise(
    belief.covariance,
    [perKg(sand, event.kg), weighingSd(event.kg)],
    [wetter, moisture_sd],
    [swap('active_clay'), active_sd],
    [swap('dead_clay'), active_sd]
  );
  return { ...belief, mean: plus(belief.mean, sand), covariance };
}

/** Takes `kg` of the well-mixed body away: x' = x(1 − kg/Σx). */
function remove(belief: Belief, kg: number): Belief {
  const total = totalMass(belief.mean);
  if (!(total > 0)) return belief;
  const taken = Math.min(kg, total);
  const left = 1 - taken / total;
  const mean = toVector(belief.mean);
  // J·P·Jᵀ with J = D + a·1ᵀ, D = left·I on the masses and a = x·taken/total², as outer products.
  const along = mean.map((value) => (value * taken) / (total * total));
  const p1 = times(belief.covariance, ONES);
  const dp1 = p1.map((value, i) => (i === DRYING ? value : left * value));
  let covariance: Covariance = scaledMasses(belief.covariance, left);
  covariance = plusOuter(covariance, along, dp1, 1);
  covariance = plusOuter(covariance, dp1, along, 1);
  covariance = plusOuter(covariance, along, along, dot(ONES, p1));
  return {
    ...belief,
    mean: fromVector(mean.map((value) => value * left)),
    covariance: addNoise(covariance, [mean.map((value) => value / total), weighingSd(kg)])
  };
}

/** Sand back from molds; more than was out is more of the same, and brings its own uncertainty of mass. */
function bringBack(belief: Belief, kg: number): Belief {
  const rest = { ...belief, out_kg: Math.max(0, belief.out_kg - kg) };
  const more = kg - belief.out_kg;
  if (!(more > 0)) return rest;
  const total = totalMass(belief.mean);
  const mean = total > 0 ? belief.mean : composition({ grain: 1 });
  const share = toVector(mean).map((value) => value / totalMass(mean));
  return {
    ...rest,
    mean: fromVector(toVector(belief.mean).map((value, i) => value + share[i]! * more)),
    covariance: addNoise(scaledMasses(belief.covariance, 1 + more / (total || more)), [share, weighingSd(kg)])
  };
}

function burn(belief: Belief, event: Extract<Event, { kind: 'poured' }>): Belief {
  const total = totalMass(belief.mean);
  if (!(total > 0)) return belief;
  const burn = (kg: number) => burntBody(belief.mean, kg, event.water_driven_off_kg);
  const after = burn(event.burnt_kg);
  const share = Math.min(1, event.burnt_kg / total);
  const index = (part: Part) => PARTS.indexOf(part);
  const kept = (part: Part): ChangedRow => [index(part), [[index(part), 1 - share]]];
  const dead: ChangedRow = [
    index('dead_clay'),
    [
      [index('dead_clay'), 1],
      [index('active_clay'), share]
    ]
  ];
  const water_kept = belief.mean.water > 0 ? after.water / belief.mean.water : 1;
  const changed = [
    kept('active_clay'),
    kept('combustibles'),
    kept('oil'),
    dead,
    [WATER, [[WATER, water_kept]]] as ChangedRow
  ];
  const step = total * 1e-4;
  const base = toVector(after);
  const slope = toVector(burn(event.burnt_kg + step)).map((value, i) => (value - base[i]!) / step);
  const covariance = addNoise(
    carried(belief.covariance, changed),
    [slope, BURNT_SD_SHARE * event.burnt_kg],
    [unit(WATER), 0.3 * (belief.mean.water - after.water)]
  );
  // What was driven off left the sand in the molds, if any was out.
  const out_kg = Math.max(0, belief.out_kg - (total - totalMass(after)));
  return { ...belief, mean: after, covariance, out_kg };
}

/** One scalar reading: the gain weighs it against the belief; Joseph form keeps the covariance positive. */
function read(belief: Belief, observation: Observation | null, entry_id: number, kind: HeapTestKind): Belief {
  if (!observation) return belief;
  const { predicted, gradient, read, sd } = observation;
  const ph = times(belief.covariance, gradient);
  const innovation_variance = dot(gradient, ph) + sd * sd;
  const gain = ph.map((value) => value / innovation_variance);
  // With the optimal gain k the update is P − k·S·kᵀ, which stays symmetric by itself.
  const covariance = plusOuter(belief.covariance, gain, gain, -innovation_variance);
  const mean = toVector(belief.mean).map((value, i) => Math.max(0, value + gain[i]! * (read - predicted)));
  const log_drying = belief.log_drying + gain[DRYING]! * (read - predicted);
  const spread = Math.sqrt(innovation_variance);
  const far = Math.abs(read - predicted) > QUESTION_AT * spread;
  const questioned = far
    ? [...belief.questioned, { entry_id, kind, expected: predicted, read, sd: spread }]
    : belief.questioned;
  return { ...belief, mean: fromVector(mean), log_drying, covariance, questioned };
}

/** Standard deviation of a figure with this gradient. */
function sdAlong(covariance: Covariance, gradient: readonly number[]): number {
  return Math.sqrt(Math.max(0, quadratic(covariance, gradient, gradient)));
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

/** How much faster it dries than the handbook says: the middle value, and the range that holds nine times in ten. */
export function believedDrying(belief: Belief): {
  factor: number;
  range: [number, number];
  learned: boolean;
} {
  const sd = Math.sqrt(Math.max(0, belief.covariance[DRYING * SIZE + DRYING]!));
  const at = (off: number) => Math.exp(belief.log_drying + off * sd);
  return { factor: at(0), range: [at(-1.645), at(1.645)], learned: sd < 0.9 * DRYING_LOG_SD };
}

/** Mass in the heap (what is out in molds left out), kg. */
export function believedMass(belief: Belief): Believed {
  return { value: Math.max(0, totalMass(belief.mean) - belief.out_kg), sd: sdAlong(belief.covariance, ONES) };
}

function weighingSd(kg: number): number {
  return Math.hypot(WEIGHING_SD_KG, WEIGHING_SD_SHARE * kg);
}

function perKg(arrival: Composition, kg: number): number[] {
  return toVector(arrival).map((value) => (kg > 0 ? value / kg : 0));
}

function unit(index: number): number[] {
  return PARTS.map((_, i) => (i === index ? 1 : 0));
}

function toVector(of: Composition): number[] {
  return PARTS.map((part) => of[part]);
}

function fromVector(vector: readonly number[]): Composition {
  return Object.fromEntries(PARTS.map((part, i) => [part, vector[i]!])) as unknown as Composition;
}

/** One source of error: the direction in which it moves the seven masses, and its size. */
type Noise = readonly [direction: readonly number[], sd: number];

/** P + Σ sd²·g·gᵀ */
function addNoise(covariance: Covariance, ...noises: readonly Noise[]): Covariance {
  return noises.reduce((sum, [direction, sd]) => plusOuter(sum, direction, direction, sd * sd), covariance);
}

/** The covariance of masses that are all scaled by one factor; the drying stays as it is. */
function scaledMasses(covariance: Covariance, factor: number): Covariance {
  const of = (index: number) => (index === DRYING ? 1 : factor);
  return covariance.map((value, at) => value * of(Math.floor(at / SIZE)) * of(at % SIZE));
}
