import { arrivalOf } from '$core/material/arrival';
import {
  PARTS,
  composition,
  dryMass,
  plus,
  totalMass,
  type Composition,
  type Part
} from '$core/material/composition';
import { STATED, UNMEASURED } from '$core/reference/accuracy';
import {
  WATER,
  addNoise,
  firstBelief,
  fromVector,
  perKg,
  restingLess,
  scaledMasses,
  toVector,
  unit,
  weighingSd,
  type Belief,
  type HeapNature,
  type Noise
} from './belief';
import { plusCovariance, quadratic } from './covariance';
import type { BatchTest, Event, Ingredient } from './entry';
import { boughtSand } from './ledger';
import { waterOver } from './observation';
import { read } from './reading';

/**
 * Brings a batch. What was tested of it while it lay by itself is weighed against what its ingredients say,
 * and only then does it join the heap.
 */
export function bringBatch(
  nature: HeapNature,
  belief: Belief,
  event: Extract<Event, { kind: 'mixed' | 'added' | 'bought' }>,
  tests: readonly BatchTest[] = []
): Belief {
  const bring = (to: Belief) =>
    event.kind === 'bought' ? bringBought(to, event) : event.additions.reduce(bringIngredient, to);
  if (tests.length === 0) return bring(belief);
  const untested = bring(byItself(nature, belief.at));
  const batch = tests.reduce((known, { entry_id, test }) => read(nature, known, test, entry_id), untested);
  const mean = plus(belief.mean, batch.mean);
  const ofBatch = moistureDoubtShare(mean, untested, belief);
  return {
    ...belief,
    mean,
    covariance: plusCovariance(belief.covariance, batch.covariance),
    rests_on: [...restingLess(belief.rests_on, 1 - ofBatch), ...restingLess(batch.rests_on, ofBatch)],
    questioned: [...belief.questioned, ...batch.questioned]
  };
}

/** An empty belief that knows nothing of drying, so that a batch's figures carry no ties to it. */
function byItself(nature: HeapNature, at: Belief['at']): Belief {
  const nothing = firstBelief(nature);
  return { ...nothing, covariance: nothing.covariance.map(() => 0), at };
}

/** How much of the doubt about the moisture of `mean` the one brings, of what both bring. */
function moistureDoubtShare(mean: Composition, one: Belief, other: Belief): number {
  const { gradient } = waterOver(mean, 'total');
  const [mine, theirs] = [one, other].map(({ covariance }) => quadratic(covariance, gradient, gradient));
  return mine! > 0 ? mine! / (mine! + theirs!) : 0;
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

export function bringWater(belief: Belief, kg: number): Belief {
  return bringIngredient(belief, { ...TAP, kg });
}

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
  if (ingredient.role === 'sand') {
    const sd = (ingredient.fines_fraction === undefined ? UNMEASURED : STATED).sand_fines_sd;
    noises.push([swapped('fines', ingredient.kg * (1 - ingredient.moisture_fraction)), sd]);
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

/** The direction in which a part stands in for grain, in a dry mass of `dry` kg. */
function swapped(part: Part, dry: number): number[] {
  const [more, less] = [unit(PARTS.indexOf(part)), unit(PARTS.indexOf('grain'))];
  return more.map((value, i) => dry * (value - less[i]!));
}

function bringBought(belief: Belief, event: Extract<Event, { kind: 'bought' }>): Belief {
  const sand = boughtSand(event);
  const dry = dryMass(sand);
  const moisture_sd = (event.moisture_stated ? STATED : UNMEASURED).bought_moisture_sd;
  const active_sd = (event.active_stated ? STATED : UNMEASURED).bought_active_sd;
  const wetter = toVector(sand).map((kg) => (-kg / (dry || 1)) * event.kg);
  wetter[WATER] = event.kg;
  const covariance = addNoise(
    belief.covariance,
    [perKg(sand, event.kg), weighingSd(event.kg)],
    [wetter, moisture_sd],
    [swapped('active_clay', dry), active_sd],
    [swapped('dead_clay', dry), active_sd],
    [swapped('fines', dry), UNMEASURED.bought_fines_sd],
    [swapped('combustibles', dry), UNMEASURED.bought_combustibles_sd]
  );
  return { ...belief, mean: plus(belief.mean, sand), covariance };
}

/** Sand back from molds; more than was out is more of the same, and brings its own uncertainty of mass. */
export function bringBack(belief: Belief, kg: number): Belief {
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
