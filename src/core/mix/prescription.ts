import { fixed } from '../quantity/display';
import { verdictOf, type Verdict } from '$core/judge/temper-verdict';
import { aimMoisture, temperWindow } from '$core/judge/temper-window';
import { dryOffSeconds, SHED, type Climate } from '$core/heap/state/drying';
import { arrivalOf } from '$core/material/arrival';
import {
  composition,
  dryMass,
  dryShare,
  heldWater,
  moistureFraction,
  plus,
  totalMass,
  type Composition
} from '$core/material/composition';
import { REST_MIN } from '$core/reference/rest';
import { OIL_SAND_REJECT_MOISTURE, type System, type Targets, type Window } from '$core/reference/targets';
import { clayAndWater, dryMixToAdd, sandAndClay, waterToAdd, type ClayAndWaterProblem } from './correction';
import { splashesBySure } from './splashes';

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
  /** Inert fines; left out where none are kept. */
  fines?: Stock | undefined;
}

export type Need =
  | 'nothing'
  | 'sand'
  | 'test'
  | 'water'
  | 'clay-and-water'
  | 'fines-or-clay'
  | 'dry-mix-or-drying'
  | 'oil'
  | 'drying'
  | 'sort-out'
  | 'dry-sand';

/** What each verdict may ask for: a prescription never speaks against it. */
export const NEEDS_OF: Record<Verdict, readonly Need[]> = {
  empty: ['sand'],
  'not-known': ['test'],
  dry: ['water', 'clay-and-water'],
  'a-little-dry': ['water', 'clay-and-water'],
  'probably-dry': ['water', 'clay-and-water'],
  'in-temper': ['nothing'],
  // A splash more, and only if a squeeze still says short.
  'probably-in-temper': ['nothing', 'water'],
  // Wet for the little clay it has: the clay that it lacks may take all of that water up.
  'probably-wet': ['dry-mix-or-drying', 'drying', 'clay-and-water'],
  'a-little-wet': ['dry-mix-or-drying', 'drying', 'clay-and-water'],
  'too-wet': ['dry-mix-or-drying', 'drying', 'clay-and-water'],
  lifeless: ['fines-or-clay'],
  'short-of-clay': ['clay-and-water', 'oil'],
  'short-of-oil': ['oil'],
  'falls-apart': ['sort-out'],
  'too-oily': ['dry-sand']
};

export interface Missing {
  what: 'binder' | 'sand' | 'oil' | 'fines';
  short_kg: number;
}

export interface Prescription {
  need: Need;
  water_kg: number;
  binder_kg: number;
  oil_kg: number;
  fines_kg: number;
  splashes_kg: number[];
  /** How many of the splashes, from the first, go in without asking; the others only if a squeeze still says short. */
  sure_splashes: number;
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

/** A sand that is to be brought to temper, and how surely it is known. */
export interface Patient {
  system: System;
  targets: Targets;
  sand: Composition;
  verdict: Verdict;
  /** Very likely it holds too little active clay. */
  short_of_clay: boolean;
  /** How unsure its distance from temper is, one standard deviation of moisture; 0 for what is known exactly. */
  off_aim_sd: number;
  /** Somebody looked at this sand, or at nearly all of it. */
  seen: boolean;
  /** The latest squeeze of the sand as it is; null where there was none since it was last changed. */
  latest_squeeze: { grade: number | null } | null;
  /** A look at it says that it is wet, and nothing has settled that: no water is sure. */
  says_wet: boolean;
  /** A look at it stands far off and waits for another. */
  doubted_look: { grade: number | null; moisture: number | null } | null;
}

/** A sand whose composition is taken as it is given. */
export function knownExactly(system: System, targets: Targets, sand: Composition): Patient {
  return {
    system,
    targets,
    sand,
    verdict: verdictOf(system, targets, sand),
    short_of_clay: dryShare(sand, 'active_clay') < targets.active_clay.min,
    off_aim_sd: 0,
    seen: true,
    latest_squeeze: null,
    says_wet: false,
    doubted_look: null
  };
}

/** A quarter into a window: safely inside, and no more new material than that takes. */
const wellInside = (window: Window) => window.min + (window.max - window.min) / 4;

/** Less than a kitchen scale can be asked to weigh into a heap, kg. */
const NOT_WORTH_WEIGHING_KG = 0.005;

/** A dose smaller than this share of the heap is within what nobody can feel. */
const LEAST_SPLASH = 0.0005;

/**
 * Too wet is worse than a splash short: the whole dose stops this many deviations dry of the middle, and what goes in
 * without asking this many. Small figures, as a dose is worked out anew from the squeeze after it; a dose that stops
 * far short lands short, as most people ram what their hand calls fit.
 */
const SHADE = 0.08;
const SURE_AT = 0.13;

/**
 * What to do to sand in this condition so that it is in temper, with one sentence of why.
 *
 * Clay first: surely below its window it is brought a quarter into it, with the water that goes with it. Then
 * water, to the middle of the temper window of the clay that is there. Sand that is too wet takes dry sand
 * and clay, or dries off. Oil-bonded sand gets oil and organoclay, and water is dried out of it. Sand that nobody
 * looked at gets a test, and what it would likely want is splashed on only as a squeeze allows.
 *
 * The need always agrees with the verdict (`NEEDS_OF`), and no amount is ever negative.
 */
export function prescribe(patient: Patient, stock: StockAtHand, climate: Climate = SHED): Prescription {
  const { sand, targets, system } = patient;
  if (patient.verdict === 'empty' || !(totalMass(sand) > 1e-6)) {
    return nothing(
      sand,
      targets,
      'sand',
      'There is no sand in this heap yet: mix a batch or log what you bought.'
    );
  }
  return system === 'oil' ? forOil(patient, stock, climate) : forWater(patient, stock, climate);
}

/** Water and clay for a sand, and whether its clay can be brought up with what there is. */
interface Problem extends ClayAndWaterProblem {
  short: boolean;
  /** The clay at hand is hardly stronger than the mix wants. */
  too_weak: boolean;
}

function problemOf({ targets, sand, short_of_clay }: Patient, stock: StockAtHand): Problem {
  const active = dryShare(sand, 'active_clay');
  const product_active = stock.binder.active_fraction * (1 - stock.binder.moisture_fraction);
  const short = short_of_clay && active < targets.active_clay.min;
  const wanted = short ? wellInside(targets.active_clay) : active;
  const total = totalMass(sand);
  // The clay product brings fines of its own, which hold a little water too: what it will be is what is aimed at.
  const target_moisture = aimMoisture(targets, withActive(sand, stock, wanted));
  const target_active_clay = wanted * (1 - target_moisture);
  return {
    total_kg: total,
    moisture: moistureFraction(sand),
    active_clay: sand.active_clay / total,
    target_moisture,
    target_active_clay,
    product_active,
    product_moisture: stock.binder.moisture_fraction,
    short,
    too_weak: short && product_active <= target_active_clay * 1.05
  };
}

/** The sand with clay product in it until its active clay is that share of the dry mix. */
function withActive(sand: Composition, stock: StockAtHand, wanted: number): Composition {
  const dry = dryMass(sand);
  const strength = stock.binder.active_fraction;
  const missing = wanted * dry - sand.active_clay;
  if (!(missing > 0) || !(strength > wanted)) return sand;
  const product_dry = missing / (strength - wanted);
  return plus(
    sand,
    composition({ active_clay: strength * product_dry, fines: (1 - strength) * product_dry })
  );
}

function whyUnknown({ doubted_look, latest_squeeze, seen }: Patient): string {
  if (doubted_look)
    return `${doubted_look.grade === null ? 'A reading' : 'A squeeze'} and the estimate contradict each other. Dry and weigh a sample before anything goes in.`;
  if (latest_squeeze) return 'The squeeze and all else that is known of it do not settle it.';
  return seen ? 'It could be in temper or not.' : 'Nobody has looked at this sand as it is: squeeze it.';
}

function forWater(patient: Patient, stock: StockAtHand, climate: Climate): Prescription {
  const { targets, sand, verdict, off_aim_sd } = patient;
  // While a look says wet, no water goes in unasked.
  const sure_sd = patient.says_wet ? undefined : off_aim_sd;
  const problem = problemOf(patient, stock);
  const { moisture, target_moisture: aim, total_kg: total } = problem;
  const active = dryShare(sand, 'active_clay');
  const base: Prescription = {
    ...nothing(sand, targets, 'nothing', ''),
    aim: { moisture: aim, active_clay: problem.short ? wellInside(targets.active_clay) : active }
  };
  const short_kg = total * (problem.target_active_clay - problem.active_clay);
  const missing: Missing[] = problem.too_weak ? [{ what: 'binder', short_kg }] : [];
  const addClay = problem.short && !problem.too_weak;
  // The dose stops a little dry of the middle, by as much as nobody is sure of it.
  const shaded = Math.max(0, aim - SHADE * off_aim_sd);
  const wished = addClay ? clayAndWater({ ...problem, target_moisture: shaded }) : null;
  const at_hand_kg = stock.binder.available_kg ?? Infinity;
  // Water goes to the clay that there is, not to clay that is still to be bought.
  const lacks = wished !== null && wished.binder_kg > at_hand_kg + 1e-9;
  const both = lacks ? withClayAtHand(patient, stock, at_hand_kg) : wished;
  const water_kg = Math.max(0, both ? both.water_kg : waterToAdd(total, moisture, shaded));
  const binder_kg = Math.max(0, both?.binder_kg ?? 0);
  if (lacks) missing.push({ what: 'binder', short_kg: wished.binder_kg - at_hand_kg });
  switch (verdict) {
    case 'not-known':
      return finish(sand, stock, {
        ...base,
        need: 'test',
        // While a look says wet, no water is even thought of.
        water_kg: patient.says_wet ? 0 : water_kg,
        missing,
        reason: `${whyUnknown(patient)} By what was logged it would hold ${pc(moisture)} water, where ${pc(aim)} tempers it.`
      });
    case 'dry':
    case 'a-little-dry':
    case 'probably-dry':
    case 'short-of-clay':
      if (verdict === 'short-of-clay' && !addClay)
        return finish(sand, stock, {
          ...base,
          need: 'clay-and-water',
          missing,
          reason: `Active clay is ${pc(active)}, under the ${pc(targets.active_clay.min)} it needs to hold, and the clay at hand is too weak to mend that.`
        });
      return finish(
        sand,
        stock,
        {
          ...base,
          need: binder_kg > 0 || verdict === 'short-of-clay' ? 'clay-and-water' : 'water',
          water_kg,
          binder_kg,
          missing,
          reason: addClay
            ? `Active clay is ${pc(active)}, under the ${pc(targets.active_clay.min)} it needs to hold; at ${pc(base.aim.active_clay)} it wants ${pc(aim)} water.${lacks ? ' There is too little clay at hand: the water is for what there is, and the rest waits for more clay.' : ''}`
            : reasonForWater(sand, targets, active, moisture, aim)
        },
        sure_sd
      );
    case 'lifeless':
      return forLifeless(patient, stock, base);
    case 'probably-wet':
    case 'a-little-wet':
    case 'too-wet': {
      // A hand that found mud rules: then there is at least the window's edge to dry down from.
      const wet = { ...problem, moisture: Math.max(moisture, temperWindow(targets, sand).max) };
      // Clay that goes in brings water of its own, and makes room for more.
      const dried = addClay
        ? clayAndWater(wet)
        : { binder_kg: 0, water_kg: waterToAdd(total, wet.moisture, aim) };
      if (dried.water_kg > 0)
        return finish(
          sand,
          stock,
          {
            ...base,
            need: 'clay-and-water',
            water_kg: dried.water_kg,
            binder_kg: dried.binder_kg,
            missing,
            reason: `${pc(moisture)} water is too much for ${pc(active)} active clay only: with the clay it lacks it wants ${pc(aim)}.`
          },
          sure_sd
        );
      return tooWet(sand, stock, climate, base, problem, {
        binder_kg: Math.max(0, dried.binder_kg),
        water_to_lose_kg: Math.max(0, -dried.water_kg)
      });
    }
    default: {
      const window = temperWindow(targets, sand);
      const grade = patient.latest_squeeze?.grade ?? null;
      // A hand that found it good, or soft, is not talked into water.
      const held_by_hand = grade !== null && grade >= 3;
      if (verdict === 'probably-in-temper' && !held_by_hand && water_kg > LEAST_SPLASH * total)
        return finish(sand, stock, {
          ...base,
          need: 'water',
          water_kg,
          reason: `It stands in its window of ${pc(window.min)} to ${pc(window.max)} more likely than not, on the dry side${
            grade === null
              ? ': squeeze it, and only if that says short, a splash.'
              : ', and the squeeze says short: one splash, mull, and squeeze again.'
          }`
        });
      return {
        ...base,
        reason: `At ${pc(moisture)} water for ${pc(active)} active clay it stands inside its window of ${pc(window.min)} to ${pc(window.max)}.`
      };
    }
  }
}

/** All the clay that there is, and water to the aim of the sand that it makes. */
function withClayAtHand({ targets, sand, off_aim_sd }: Patient, { binder }: StockAtHand, binder_kg: number) {
  const mended = plus(sand, arrivalOf({ role: 'binder', kg: binder_kg, ...binder }));
  const aim = Math.max(0, aimMoisture(targets, mended) - SHADE * off_aim_sd);
  return { binder_kg, water_kg: waterToAdd(totalMass(mended), moistureFraction(mended), aim) };
}

/** Fines that a sand has when it packs, share of the dry mix, and what is aimed at. */
const LEAST_FINES = 0.02;
const AIMED_FINES = 0.03;

/** Moist and yet it does not hold: what it lacks is fines, or, where it has those, clay. */
function forLifeless({ targets, sand }: Patient, stock: StockAtHand, base: Prescription): Prescription {
  const dry = dryMass(sand);
  const fines = dryShare(sand, 'fines');
  if (fines < LEAST_FINES) {
    const fines_kg = (AIMED_FINES * dry - sand.fines) / (1 - AIMED_FINES);
    return finish(sand, stock, {
      ...base,
      need: 'fines-or-clay',
      fines_kg,
      reason: `Moist, and yet it does not hold together: it lacks fines, not water. It has about ${pc(fines)} of them; ${pc(AIMED_FINES)} packs. Riddle them in dry, damp the dust down.`
    });
  }
  const active = dryShare(sand, 'active_clay');
  const strength = stock.binder.active_fraction;
  // At least a point more than it has: the hand says that what is there does not bind enough.
  const wanted = Math.max(wellInside(targets.active_clay), active + 0.01);
  const product_dry = strength > wanted ? (wanted * dry - sand.active_clay) / (strength - wanted) : 0;
  const binder_kg = product_dry / (1 - stock.binder.moisture_fraction);
  return finish(sand, stock, {
    ...base,
    need: 'fines-or-clay',
    binder_kg,
    aim: { ...base.aim, active_clay: wanted },
    missing: product_dry > 0 ? [] : [{ what: 'binder', short_kg: wanted * dry - sand.active_clay }],
    reason: `Moist, and yet it does not hold together: it lacks clay that binds, not water. Mix the clay in, rest it, and squeeze again before any water.`
  });
}

function reasonForWater(
  sand: Composition,
  targets: Targets,
  active: number,
  moisture: number,
  aim: number
): string {
  if (!targets.temper_ratio) return `It holds ${pc(moisture)} water; your window asks for ${pc(aim)}.`;
  const held = heldWater(sand);
  const on_top = held > 0.001 * dryMass(sand) ? ', with what dead clay and fines hold on top' : '';
  const ratio = ((aim * dryMass(sand)) / (1 - aim) - held) / sand.active_clay;
  return `It holds ${pc(moisture)} water; ${pc(active)} active clay wants ${fixed(ratio, 2)} of its weight in water${on_top}, which is ${pc(aim)} here. The splashes stop a shade short of that: a little dry is mended, wet is not.`;
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
    reason:
      problem.moisture > problem.target_moisture
        ? `It holds ${pc(problem.moisture)} water where ${pc(problem.target_moisture)} is temper: wet sand gases and can throw metal.`
        : `The hand found it wet, though all else says ${pc(problem.moisture)} where ${pc(problem.target_moisture)} is temper. Dry and weigh a sample before you dry it off, and do not pour on it.`
  });
}

function forOil({ targets, sand, verdict }: Patient, stock: StockAtHand, climate: Climate): Prescription {
  const base = nothing(sand, targets, 'nothing', '');
  const moisture = moistureFraction(sand);
  if (verdict === 'not-known') {
    return {
      ...base,
      need: 'test',
      reason: `Nobody has looked at this sand as it is: squeeze it, and dry and weigh a sample. Oil sand wants less than ${pc(targets.moisture.max)} water.`
    };
  }
  if (verdict === 'falls-apart')
    return {
      ...base,
      need: 'sort-out',
      reason:
        'The squeeze falls apart though its oil stands in the window: burnt grains in it break the bond. Cut out the black sand, mull it, and squeeze again before you ram.'
    };
  if (verdict === 'too-oily')
    return {
      ...base,
      need: 'dry-sand',
      reason:
        'The squeeze is soft or smears: too much oil smokes and gasses under metal. Mull in dry fine sand and organoclay a little at a time, and squeeze again before you ram.'
    };
  if (NEEDS_OF[verdict].includes('drying')) {
    const edge = Math.max(moisture, targets.moisture.max);
    const water_to_lose_kg = Math.max(0, -waterToAdd(totalMass(sand), edge, targets.moisture.max / 2));
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
  if (verdict !== 'short-of-oil' && verdict !== 'short-of-clay') {
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

/**
 * Splits the splashes, works out the effect and holds the amounts against the stock.
 *
 * @param off_aim_sd how unsure the distance from temper is (moisture); left out where none of it goes in unasked
 */
function finish(
  sand: Composition,
  stock: StockAtHand,
  draft: Prescription,
  off_aim_sd?: number
): Prescription {
  const water_kg = draft.water_kg < NOT_WORTH_WEIGHING_KG ? 0 : draft.water_kg;
  const binder_kg = draft.binder_kg < NOT_WORTH_WEIGHING_KG / 5 ? 0 : draft.binder_kg;
  const binder = arrivalOf({ role: 'binder', kg: binder_kg, ...stock.binder });
  const added = plus(
    binder,
    composition({ water: water_kg - draft.water_to_lose_kg, oil: draft.oil_kg, fines: draft.fines_kg })
  );
  const doubt_kg = (off_aim_sd ?? Infinity) * totalMass(sand) * Math.max(0, SURE_AT - SHADE);
  const short = (what: Missing['what'], wanted_kg: number): Missing[] => {
    const there = stock[what]?.available_kg ?? null;
    return there !== null && wanted_kg > there + 1e-9 ? [{ what, short_kg: wanted_kg - there }] : [];
  };
  return {
    ...draft,
    water_kg,
    binder_kg,
    ...splashesBySure(water_kg, doubt_kg),
    after: plus(sand, added),
    missing: [
      ...draft.missing,
      ...short('binder', binder_kg),
      ...short('oil', draft.oil_kg),
      ...short('fines', draft.fines_kg)
    ],
    ...workingTimes(totalMass(sand), binder_kg > 0 || draft.oil_kg > 0 || draft.fines_kg > 0)
  };
}

/**
 * Mulling and rest, seconds: a few minutes to work water in by hand, longer where clay goes in, which must
 * also be left to take up its water.
 *
 * @source workshop practice (handbook default)
 */
function workingTimes(total_kg: number, with_clay: boolean): { mull_s: number; rest_s: number } {
  const minutes = (with_clay ? 8 : 4) + 0.05 * total_kg;
  return { mull_s: Math.round(minutes) * 60, rest_s: REST_MIN[with_clay ? 'clay' : 'water'] * 60 };
}

function nothing(sand: Composition, targets: Targets, need: Need, reason: string): Prescription {
  const active_clay = dryShare(sand, 'active_clay');
  return {
    need,
    water_kg: 0,
    binder_kg: 0,
    oil_kg: 0,
    fines_kg: 0,
    splashes_kg: [],
    sure_splashes: 0,
    dry_mix: null,
    water_to_lose_kg: 0,
    dry_off_s: 0,
    reason,
    aim: { moisture: aimMoisture(targets, sand), active_clay },
    before: sand,
    after: sand,
    missing: [],
    mull_s: 0,
    rest_s: 0
  };
}

const pc = (fraction: number, decimals = 1) => `${fixed(fraction * 100, decimals)} %`;
