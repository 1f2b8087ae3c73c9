import { PARTS, totalMass, type Part } from '$core/material/composition';
import { BURNT_SD_SHARE, BURNT_UNJUDGED_SD_SHARE } from '$core/reference/accuracy';
import {
  DRYING,
  ONES,
  WATER,
  addNoise,
  fromVector,
  scaledMasses,
  toVector,
  unit,
  weighingSd,
  type Belief
} from './belief';
import { carried, dot, plusOuter, times, type ChangedRow, type Covariance } from './covariance';
import type { Event } from './entry';
import { burntBody } from './ledger';

/** Takes water only away, by weighing. */
export function dryOff(belief: Belief, kg: number): Belief {
  return {
    ...belief,
    mean: { ...belief.mean, water: Math.max(0, belief.mean.water - kg) },
    covariance: addNoise(belief.covariance, [unit(WATER), weighingSd(kg)])
  };
}

/**
 * Takes `kg` of the well-mixed body away: x' = x(1 − kg/Σx).
 *
 * @param sd of the amount, kg: that of a weighing unless it was only judged
 */
export function remove(belief: Belief, kg: number, sd = weighingSd(kg)): Belief {
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
    covariance: addNoise(covariance, [mean.map((value) => value / total), sd])
  };
}

/** What a pour does: clay dies, what burns goes, water is driven off; how much was burnt is judged by eye. */
export function burn(belief: Belief, event: Extract<Event, { kind: 'poured' }>): Belief {
  const total = totalMass(belief.mean);
  if (!(total > 0)) return belief;
  const after = burntBody(belief.mean, event.burnt_kg, event.water_driven_off_kg);
  const share = Math.min(1, event.burnt_kg / total);
  const dead: ChangedRow = [
    indexOf('dead_clay'),
    [
      [indexOf('dead_clay'), 1],
      [indexOf('active_clay'), share]
    ]
  ];
  const water_kept = belief.mean.water > 0 ? after.water / belief.mean.water : 1;
  const changed = [
    kept('active_clay', 1 - share),
    kept('combustibles', 1 - share),
    kept('oil', 1 - share),
    dead,
    kept('water', water_kept)
  ];
  const step = total * 1e-4;
  const base = toVector(after);
  const more = burntBody(belief.mean, event.burnt_kg + step, event.water_driven_off_kg);
  const slope = toVector(more).map((value, i) => (value - base[i]!) / step);
  const judged = event.burnt_stated === false ? BURNT_UNJUDGED_SD_SHARE : BURNT_SD_SHARE;
  const covariance = addNoise(
    carried(belief.covariance, changed),
    [slope, judged * event.burnt_kg],
    [unit(WATER), 0.3 * (belief.mean.water - after.water)]
  );
  // What was driven off left the sand in the molds, if any was out.
  const out_kg = Math.max(0, belief.out_kg - (total - totalMass(after)));
  return { ...belief, mean: after, covariance, out_kg };
}

const indexOf = (part: Part) => PARTS.indexOf(part);

/** The row of the Jacobian of a part of which only a share is kept. */
function kept(part: Part, share: number): ChangedRow {
  return [indexOf(part), [[indexOf(part), share]]];
}
