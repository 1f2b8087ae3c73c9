import { aimMoisture, temperWindow } from '$core/judge/temper-window';
import { dryOffSeconds, SHED, type Climate } from '$core/heap/drying';
import { arrivalOf } from '$core/material/arrival';
import {
  composition,
  dryMass,
  dryShare,
  moistureFraction,
  plus,
  totalMass,
  type Composition
} from '$core/material/composition';
import { OIL_SAND_REJECT_MOISTURE, type System, type Targets, type Window } from '$core/reference/targets';
import { clayAndWater, dryMixToAdd, sandAndClay, waterToAdd } from './correction';
import { splashes } from './splashes';

/** A stock that could go in: fractions as in an ingredient, and how much there is (null: enough, like tap water). */
export interface Stock {
  moisture_fraction: number;
  active_fraction: number;
  available_kg: number | null;
}

export interface StockAtHand {
  binder: Stock;
  sand: Stock;
  oil: Stock;
}

export type Need = 'nothing' | 'sand' | 'water' | 'clay-and-water' | 'dry-mix-or-drying' | 'oil' | 'drying';

export interface Missing {
  what: 'binder' | 'sand' | 'oil';
  short_kg: number;
}

export interface Prescription {
  need: Need;
  water_kg: number;
  binder_kg: number;
  oil_kg: number;
  splashes_kg: number[];
  /** Too wet: either add this mix, which may be out of reach (null), … */
  dry_mix: { sand_kg: number; binder_kg: number } | null;
  /** … or let it lose this much water. */
  water_to_lose_kg: number;
  dry_off_s: number;
  /** One sentence. */
  reason: string;
  aim: { moisture: number; active_clay: number };
  before: Composition;
  /** After the prescription (when too wet: after drying off). */
  after: Composition;
  missing: Missing[];
  mull_s: number;
  rest_s: number;
}

/** A quarter into a window: safely inside, and no more new material than that takes. */
const wellInside = (window: Window) => window.min + (window.max - window.min) / 4;

/** Less than a kitchen scale can be asked to weigh into a heap, kg. */
const NOT_WORTH_WEIGHING_KG = 0.005;

/**
 * What to do to sand in this condition so that it is in temper, with one sentence of why.
 *
 * Clay first: below its window it is brought a quarter into it, with the water that goes with it. Then
 * water, to the middle of the temper window of the clay that is there. Sand that is too wet takes dry sand
 * and clay, or dries off. Oil-bonded sand gets oil and organoclay, and water is dried out of it.
 *
 * @param sand the heap's composition, kg
 */
export function prescribe(
  system: System,
  targets: Targets,
  sand: Composition,
  stock: StockAtHand,
  climate: Climate = SHED
): Prescription {
  if (!(totalMass(sand) > 1e-6)) {
    return nothing(
      sand,
      targets,
      'sand',
      'There is no sand in this heap yet: mix a batch or log what you bought.'
    );
  }
  return system === 'oil' ? forOil(targets, sand, stock, climate) : forWater(targets, sand, stock, climate);
}

function forWater(targets: Targets, sand: Composition, stock: StockAtHand, climate: Climate): Prescription {
  const active = dryShare(sand, 'active_clay');
  const short = active < targets.active_clay.min;
  const wanted_active = short ? wellInside(targets.active_clay) : active;
  const aim = aimMoisture(targets, wanted_active);
  const moisture = moistureFraction(sand);
  const total = totalMass(sand);

  const problem = {
    total_kg: total,
    moisture,
    active_clay: sand.active_clay / total,
    target_moisture: aim,
    target_active_clay: wanted_active * (1 - aim),
    product_active: stock.binder.active_fraction * (1 - stock.binder.moisture_fraction),
    product_moisture: stock.binder.moisture_fraction
  };
  const base = {
    ...nothing(sand, targets, 'nothing', ''),
    aim: { moisture: aim, active_clay: wanted_active }
  };
  const tooWeak = short && problem.product_active <= problem.target_active_clay * 1.05;

  if (short && !tooWeak) {
    const { binder_kg, water_kg } = clayAndWater(problem);
    if (water_kg >= 0) {
      return finish(sand, stock, {
        ...base,
        need: 'clay-and-water',
        binder_kg,
        water_kg,
        reason: `Active clay is ${pc(active)}, under the ${pc(targets.active_clay.min)} it needs to hold; at ${pc(wanted_active)} it wants ${pc(aim)} water.`
      });
    }
    return tooWet(sand, stock, climate, base, problem, { binder_kg, water_to_lose_kg: -water_kg });
  }

  const window = temperWindow(targets, active);
  if (moisture < window.min) {
    const water_kg = waterToAdd(total, moisture, aim);
    return finish(sand, stock, {
      ...base,
      need: 'water',
      water_kg,
      missing: tooWeak
        ? [{ what: 'binder', short_kg: total * (problem.target_active_clay - problem.active_clay) }]
        : [],
      reason: reasonForWater(sand, targets, active, moisture, aim)
    });
  }
  if (moisture > window.max) {
    return tooWet(sand, stock, climate, base, problem, {
      binder_kg: 0,
      water_to_lose_kg: -waterToAdd(total, moisture, aim)
    });
  }
  return {
    ...base,
    reason: `At ${pc(moisture)} water for ${pc(active)} active clay it stands inside its window of ${pc(window.min)} to ${pc(window.max)}.`
  };
}

function reasonForWater(
  sand: Composition,
  targets: Targets,
  active: number,
  moisture: number,
  aim: number
): string {
  if (!targets.temper_ratio) return `It holds ${pc(moisture)} water; your window asks for ${pc(aim)}.`;
  const ratio = (aim * dryMass(sand)) / (1 - aim) / sand.active_clay;
  return `It holds ${pc(moisture)} water; ${pc(active)} active clay wants ${ratio.toFixed(2)} of its weight in water, which is ${pc(aim)} here.`;
}

function tooWet(
  sand: Composition,
  stock: StockAtHand,
  climate: Climate,
  base: Prescription,
  problem: Parameters<typeof sandAndClay>[0],
  amounts: { binder_kg: number; water_to_lose_kg: number }
): Prescription {
  const mix =
    sandAndClay(problem, stock.sand.moisture_fraction) ??
    // Already richer in clay than it needs: bone-dry sand alone, as far as it goes.
    (problem.active_clay >= problem.target_active_clay
      ? { sand_kg: dryMixToAdd(problem.total_kg, problem.moisture, problem.target_moisture), binder_kg: 0 }
      : null);
  const { binder_kg, water_to_lose_kg } = amounts;
  return finish(sand, stock, {
    ...base,
    need: 'dry-mix-or-drying',
    dry_mix: mix,
    binder_kg,
    water_to_lose_kg,
    dry_off_s: dryOffSeconds(totalMass(sand), water_to_lose_kg, climate),
    reason: `It holds ${pc(problem.moisture)} water where ${pc(problem.target_moisture)} is temper: wet sand gases and can throw metal.`
  });
}

function forOil(targets: Targets, sand: Composition, stock: StockAtHand, climate: Climate): Prescription {
  const base = nothing(sand, targets, 'nothing', '');
  const moisture = moistureFraction(sand);
  if (moisture > targets.moisture.max) {
    const water_to_lose_kg = -waterToAdd(totalMass(sand), moisture, targets.moisture.max / 2);
    const reject = moisture > OIL_SAND_REJECT_MOISTURE ? ' Do not pour on it as it is.' : '';
    return finish(sand, stock, {
      ...base,
      need: 'drying',
      water_to_lose_kg,
      dry_off_s: dryOffSeconds(totalMass(sand), water_to_lose_kg, climate),
      reason: `It has taken up ${pc(moisture, 2)} water, and oil sand wants less than ${pc(targets.moisture.max)}: spread it and dry it gently, away from any flame.${reject}`
    });
  }
  const oil = dryShare(sand, 'oil');
  const clay = dryShare(sand, 'active_clay');
  const oilWindow = targets.oil ?? { min: 0, max: 0 };
  if (oil >= oilWindow.min && clay >= targets.active_clay.min) {
    return {
      ...base,
      reason: `Oil at ${pc(oil)} and organoclay at ${pc(clay)} of the mix stand inside their windows.`
    };
  }
  const wanted_oil = oil < oilWindow.min ? wellInside(oilWindow) : oil;
  const wanted_clay = clay < targets.active_clay.min ? wellInside(targets.active_clay) : clay;
  const { oil_kg, binder_kg } = oilAndClay(sand, stock.binder, wanted_oil, wanted_clay);
  const lacking = [
    oil < oilWindow.min ? `oil is ${pc(oil)} of the mix, under ${pc(oilWindow.min)}` : '',
    clay < targets.active_clay.min ? `organoclay is ${pc(clay)}, under ${pc(targets.active_clay.min)}` : ''
  ].filter(Boolean);
  const reason = `${lacking.join(' and ')}; add it only if the squeeze agrees.`;
  return finish(sand, stock, {
    ...base,
    need: 'oil',
    oil_kg,
    binder_kg,
    aim: { moisture: moistureFraction(sand), active_clay: wanted_clay },
    reason: reason[0]!.toUpperCase() + reason.slice(1)
  });
}

/**
 * Oil o and organoclay k for shares of the dry mix: O + o = s(D + o + k·d), A + k·d·a = c(D + o + k·d),
 * where d is the dry part of the product and a its active share.
 */
function oilAndClay(sand: Composition, binder: Stock, wanted_oil: number, wanted_clay: number) {
  const dry = dryMass(sand);
  const d = 1 - binder.moisture_fraction;
  const a = binder.active_fraction;
  const oil_missing = wanted_oil * dry - sand.oil;
  const clay_missing = wanted_clay * dry - sand.active_clay;
  // (1 − s)·o − s·d·k = oil_missing;  −c·o + d(a − c)·k = clay_missing
  const determinant = (1 - wanted_oil) * d * (a - wanted_clay) - wanted_oil * d * wanted_clay;
  return {
    oil_kg: Math.max(0, (oil_missing * d * (a - wanted_clay) + wanted_oil * d * clay_missing) / determinant),
    binder_kg: Math.max(0, ((1 - wanted_oil) * clay_missing + wanted_clay * oil_missing) / determinant)
  };
}

/** Splits the splashes, works out the effect and holds the amounts against the stock. */
function finish(sand: Composition, stock: StockAtHand, draft: Prescription): Prescription {
  const water_kg = draft.water_kg < NOT_WORTH_WEIGHING_KG ? 0 : draft.water_kg;
  const binder_kg = draft.binder_kg < NOT_WORTH_WEIGHING_KG / 5 ? 0 : draft.binder_kg;
  const binder = arrivalOf({ role: 'binder', kg: binder_kg, ...stock.binder });
  const added = plus(binder, composition({ water: water_kg - draft.water_to_lose_kg, oil: draft.oil_kg }));
  const short = (what: Missing['what'], wanted_kg: number): Missing[] => {
    const there = stock[what].available_kg;
    return there !== null && wanted_kg > there + 1e-9 ? [{ what, short_kg: wanted_kg - there }] : [];
  };
  return {
    ...draft,
    water_kg,
    binder_kg,
    splashes_kg: splashes(water_kg),
    after: plus(sand, added),
    missing: [...draft.missing, ...short('binder', binder_kg), ...short('oil', draft.oil_kg)],
    ...workingTimes(totalMass(sand), binder_kg > 0 || draft.oil_kg > 0)
  };
}

/**
 * Mulling and rest, seconds: a few minutes to work water in by hand, longer where clay goes in, which must
 * also be left to take up its water.
 *
 * @source workshop practice (handbook default)
 */
export function workingTimes(total_kg: number, with_clay: boolean): { mull_s: number; rest_s: number } {
  const minutes = (with_clay ? 8 : 4) + 0.05 * total_kg;
  return { mull_s: Math.round(minutes) * 60, rest_s: (with_clay ? 60 : 20) * 60 };
}

function nothing(sand: Composition, targets: Targets, need: Need, reason: string): Prescription {
  const active_clay = dryShare(sand, 'active_clay');
  return {
    need,
    water_kg: 0,
    binder_kg: 0,
    oil_kg: 0,
    splashes_kg: [],
    dry_mix: null,
    water_to_lose_kg: 0,
    dry_off_s: 0,
    reason,
    aim: { moisture: aimMoisture(targets, active_clay), active_clay },
    before: sand,
    after: sand,
    missing: [],
    mull_s: 0,
    rest_s: 0
  };
}

const pc = (fraction: number, decimals = 1) => `${(fraction * 100).toFixed(decimals)} %`;
