import { totalMass } from '$core/material/composition';
import { DRYING_LOG_SD, EVAPORATION_SD_SHARE } from '$core/reference/accuracy';
import { middle } from '$core/reference/targets';
import {
  DRYING,
  SIZE,
  WATER,
  addNoise,
  unit,
  withDoubt,
  type Belief,
  type HeapNature,
  type LearnedDrying
} from './belief';
import { carried } from './covariance';
import { SHED, waterAfterStanding } from './drying';
import type { Container } from './entry';

/** Relative step of the slopes that are taken as differences. */
const STEP = 1e-4;

/** Carries a belief through the time until `at`: the heap dries, by an amount known only roughly. */
export function standUntil(nature: HeapNature, belief: Belief, at: string): Belief {
  if (belief.at === null) return { ...belief, at };
  const from_ms = Date.parse(belief.at);
  const to_ms = Date.parse(at);
  const hours = (to_ms - from_ms) / 3_600_000;
  if (!(hours > 0)) return belief;
  const total = totalMass(belief.mean);
  const inside = total > 0 ? Math.max(0, 1 - belief.out_kg / total) : 0;
  const { temper_ratio, moisture } = nature.targets;
  const climate = nature.air ? nature.air(belief.container, from_ms, to_ms) : SHED;
  const standing = {
    water_kg: belief.mean.water * inside,
    active_clay_kg: belief.mean.active_clay * inside,
    target_temper_ratio: temper_ratio ? middle(temper_ratio) : middle(moisture) / 0.08,
    exposed_area_m2: belief.container.exposed_area_m2,
    cover: belief.container.cover,
    climate
  };
  const before = belief.mean.water;
  const outside = before * (1 - inside);
  // The course depends on rate times time, so drying faster is standing longer.
  const course_hours = hours * Math.exp(belief.log_drying);
  const water = waterAfterStanding(standing, course_hours) + outside;
  const lost = before - water;
  if (!(lost > 0)) return { ...belief, at };
  const wetter = waterAfterStanding({ ...standing, water_kg: standing.water_kg * (1 + STEP) }, course_hours);
  const of_water = Math.min(1, Math.max(0, (wetter + outside * (1 + STEP) - water) / (before * STEP)));
  const of_drying = (waterAfterStanding(standing, course_hours * Math.exp(STEP)) + outside - water) / STEP;
  const dried = carried(belief.covariance, [
    [
      WATER,
      [
        [WATER, of_water],
        [DRYING, of_drying]
      ]
    ]
  ]);
  return withDoubt(belief, {
    ...belief,
    at,
    mean: { ...belief.mean, water },
    covariance: addNoise(dried, [unit(WATER), Math.min(EVAPORATION_SD_SHARE * lost, before / 2)])
  });
}

/** Nothing learned yet: as the handbook says, give or take. */
const UNLEARNED: LearnedDrying = { log_drying: 0, variance: DRYING_LOG_SD ** 2 };

/**
 * Puts the heap elsewhere. Another place dries at another rate, so what was learned stays with the container
 * it was learned in, and is remembered when the heap comes back to it.
 */
export function moveTo(belief: Belief, container: Container): Belief {
  const here = containerKey(container);
  const remembered = {
    ...belief.remembered,
    [containerKey(belief.container)]: {
      log_drying: belief.log_drying,
      variance: belief.covariance[DRYING * SIZE + DRYING]!
    }
  };
  return setDrying({ ...belief, container, remembered }, remembered[here] ?? UNLEARNED);
}

/** Holds the drying at a factor that the user knows, or, with null, starts learning it anew. */
export function teachDrying(belief: Belief, factor: number | null): Belief {
  return setDrying(belief, factor === null ? UNLEARNED : { log_drying: Math.log(factor), variance: 0 });
}

function setDrying(belief: Belief, { log_drying, variance }: LearnedDrying): Belief {
  // An empty row of the Jacobian cuts the drying's ties to the masses: it is known from elsewhere now.
  const covariance = carried(belief.covariance, [[DRYING, []]]);
  covariance[DRYING * SIZE + DRYING] = variance;
  return { ...belief, log_drying, covariance };
}

/** Containers with the same key dry alike. */
export function containerKey({ cover, exposed_area_m2, place = 'shed' }: Container): string {
  return `${place} ${cover} ${exposed_area_m2}`;
}
