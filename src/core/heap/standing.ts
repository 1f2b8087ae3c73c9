import { totalMass } from '$core/material/composition';
import {
  AIR_DRY_SD,
  BOUND_WATER_SD_SHARE,
  DRYING_LOG_SD,
  WEATHER_LOG_SD,
  WEATHER_SPELL_DAYS
} from '$core/reference/accuracy';
import { middle, type Targets } from '$core/reference/targets';
import {
  DRYING,
  WEATHER,
  drafted,
  moistureVariance,
  discountRests,
  sandOf,
  varianceAt,
  type Belief,
  type Draft,
  type HeapNature,
  type LearnedDrying
} from './state/belief';
import { WATER, indexOfPart } from './state/bodies';
import { containerKey, type Container } from './state/container';
import { carry, cut, sizeOf } from './state/covariance';
import { SHED, evaporationOf, holdingOf, waterLeft, type Standing } from './state/drying';
import { freshHands } from './state/hand';
import { spellOver } from './weather-spell';

/** Relative step of the slopes that are taken as differences. */
const STEP = 1e-4;
const ACTIVE = indexOfPart('active_clay');
/** After so long, or having dried so far (fraction), sand is not the sand that was looked at. */
const SAME_SAND_HOURS = 12;
const SAME_SAND_MOISTURE = 0.001;

/** The ratio that a heap's clay is tempered to; null where oil binds. */
const aimedRatio = ({ temper_ratio, moisture, oil }: Targets): number | null =>
  // Where the user set the moisture itself, the ratio it comes to at a usual clay.
  temper_ratio ? middle(temper_ratio) : oil ? null : middle(moisture) / 0.08;

/** Carries a belief through the time until `at`: the heap dries, by an amount known only roughly. */
export function standUntil(nature: HeapNature, belief: Belief, at: string): Belief {
  if (belief.at !== null && belief.at >= at) return belief;
  const draft = drafted(belief);
  stand(nature, draft, at);
  return draft;
}

/** The same in place. */
export function stand(nature: HeapNature, draft: Draft, at: string): void {
  const before = draft.at;
  if (before !== null && before >= at) return;
  draft.at = at;
  if (before === null) return;
  const from_ms = Date.parse(before);
  const to_ms = Date.parse(at);
  const hours = (to_ms - from_ms) / 3_600_000;
  if (!(hours > 0)) return;
  const sand = sandOf(draft);
  const was = moistureVariance(draft);
  const climate = nature.air ? nature.air(draft.container, from_ms, to_ms) : SHED;
  const standing: Standing = {
    water_kg: sand.water,
    ...holdingOf(sand, aimedRatio(nature.targets)),
    exposed_area_m2: draft.container.exposed_area_m2,
    cover: draft.container.cover,
    climate
  };
  dryOut(draft, standing, hours);
  discountRests(draft, was);
  const total = totalMass(sand);
  const dried_by = total > 0 ? (sand.water - draft.mean[WATER]!) / total : 0;
  const since = draft.looks[0]?.at;
  if (since !== undefined) {
    const stood = (to_ms - Date.parse(since)) / 3_600_000;
    if (stood > SAME_SAND_HOURS || dried_by > SAME_SAND_MOISTURE) {
      draft.looks = [];
      freshHands(draft);
    }
  }
}

/** Points and weights of Gauss and Hermite for a standard normal, three and five of them. */
const THREE = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6]
] as const;
const FIVE = [
  [-2.8569700138728, 0.0112574113277207],
  [-1.3556261799742659, 0.2220759220056126],
  [0, 0.5333333333333333],
  [1.3556261799742659, 0.2220759220056126],
  [2.8569700138728, 0.0112574113277207]
] as const;

/**
 * Dries a draft for `hours`. The loss bends with how fast it dries and stops at the bound water, so mean and slopes are
 * taken over the whole spread of water and drying, not at its middle.
 *
 * @source statistical linearisation with Gauss–Hermite quadrature; the weather's part carried exactly (`spellOver`)
 */
function dryOut(draft: Draft, standing: Standing, hours: number): void {
  const p = draft.covariance;
  const size = sizeOf(p);
  const spell = spellOver(hours / 24, WEATHER_SPELL_DAYS, WEATHER_LOG_SD);
  const start = spell.average_of_start;
  const at = (i: number, j: number) => p[i * size + j]!;
  // The logarithm of the drying over this stay: the container's own, and the weather's average.
  const log = draft.mean[DRYING]! + start * draft.mean[WEATHER]!;
  const log_variance =
    at(DRYING, DRYING) +
    2 * start * at(DRYING, WEATHER) +
    start * start * at(WEATHER, WEATHER) +
    spell.average_variance;
  const shared = at(WATER, DRYING) + start * at(WATER, WEATHER);
  const water_sd = Math.sqrt(Math.max(0, at(WATER, WATER)));
  const tilt = water_sd > 1e-12 ? shared / water_sd : 0;
  const rest = Math.sqrt(Math.max(0, log_variance - tilt * tilt));
  // The course depends on rate times time, so drying faster is standing longer.
  const rate = evaporationOf(standing);
  const left = (water_kg: number, faster: number) =>
    waterLeft(water_kg, standing, rate, hours * Math.exp(faster));
  const before = standing.water_kg;
  if (!(before > 0) && !standing.takes_up) return standStill(draft, spell);
  let [mean, by_water, by_log, square] = [0, 0, 0, 0];
  for (const [x, wx] of THREE) {
    for (const [y, wy] of FIVE) {
      const water = left(before + water_sd * x, log + tilt * x + rest * y);
      const weight = wx * wy;
      mean += weight * water;
      by_water += weight * water * x;
      by_log += weight * water * y;
      square += weight * water * water;
    }
  }
  const spread = Math.max(0, square - mean * mean - by_water * by_water - by_log * by_log);
  const of_log = rest > 1e-6 ? by_log / rest : (left(before, log + STEP) - left(before, log)) / STEP;
  const of_water =
    water_sd > 1e-9 * before
      ? (by_water - of_log * tilt) / water_sd
      : (left(before + STEP * standing.free_kg, log) - left(before, log)) / (STEP * standing.free_kg);
  const more_clay = {
    ...standing,
    free_kg: standing.free_kg * (1 + STEP),
    bound_kg: standing.bound_kg * (1 + STEP)
  };
  const active = draft.mean[ACTIVE]!;
  const course = hours * Math.exp(log);
  const of_active =
    active > 0 && !standing.takes_up
      ? (waterLeft(before, more_clay, rate, course) - waterLeft(before, standing, rate, course)) /
        (active * STEP)
      : 0;
  draft.mean[WATER] = Math.max(0, mean);
  draft.mean[WEATHER]! *= spell.end_of_start;
  carry(p, [
    [
      WATER,
      [
        [WATER, of_water],
        [ACTIVE, of_active],
        [DRYING, of_log],
        [WEATHER, of_log * start]
      ]
    ],
    [WEATHER, [[WEATHER, spell.end_of_start]]]
  ]);
  // What no slope tells, and how sands differ in the water that they keep: all of it once the sand is dried out.
  const kept = Math.min(1, Math.max(0, of_water));
  const bound_sd = Math.max(BOUND_WATER_SD_SHARE * standing.bound_kg, AIR_DRY_SD * totalMass(sandOf(draft)));
  p[WATER * size + WATER]! +=
    of_log * of_log * spell.average_variance + spread + bound_sd ** 2 * (1 - kept * kept);
  p[WEATHER * size + WEATHER]! += spell.end_variance;
  p[WATER * size + WEATHER]! += of_log * spell.covariance;
  p[WEATHER * size + WATER]! += of_log * spell.covariance;
}

/** Of an empty or bone-dry heap only the weather goes on. */
function standStill(draft: Draft, spell: ReturnType<typeof spellOver>): void {
  const size = sizeOf(draft.covariance);
  draft.mean[WEATHER]! *= spell.end_of_start;
  carry(draft.covariance, [[WEATHER, [[WEATHER, spell.end_of_start]]]]);
  draft.covariance[WEATHER * size + WEATHER]! += spell.end_variance;
}

/** Nothing learned yet: as the handbook says, give or take. */
const UNLEARNED: LearnedDrying = { log_drying: 0, variance: DRYING_LOG_SD ** 2 };

/**
 * Puts the heap elsewhere. Another place dries at another rate, so what was learned stays with the container
 * it was learned in, and is remembered when the heap comes back to it.
 */
export function moveTo(draft: Draft, container: Container): void {
  const here = containerKey(container);
  if (here !== containerKey(draft.container)) {
    draft.remembered = {
      ...draft.remembered,
      [containerKey(draft.container)]: {
        log_drying: draft.mean[DRYING]!,
        variance: varianceAt(draft.covariance, DRYING)
      }
    };
    setDrying(draft, draft.remembered[here] ?? UNLEARNED);
  }
  draft.container = container;
}

/** Holds the drying at a factor that the user knows, or, with null, starts learning it anew. */
export function teachDrying(draft: Draft, factor: number | null): void {
  setDrying(draft, factor === null ? UNLEARNED : { log_drying: Math.log(factor), variance: 0 });
}

function setDrying(draft: Draft, { log_drying, variance }: LearnedDrying): void {
  cut(draft.covariance, DRYING, variance);
  draft.mean[DRYING] = log_drying;
}
