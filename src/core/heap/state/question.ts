import { fixed } from '../../quantity/display';
import { NINE_IN_TEN } from '../../judge/normal';
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
import { middle } from '$core/reference/targets';
import { aimMoisture } from '$core/judge/temper-window';
import { believedMoisture, placeOf, sandOf, type Belief, type HeapNature } from './belief';
import { BURNT, PART_COUNT } from './bodies';
import { usualOf, type HabitName } from './habits';
import type { Ingredient } from './ingredient';

/** An entry that is likely a slip: where, why, and what was likely meant. */
export interface Question {
  path: string;
  message: string;
  /** The likely amount, kg, where a digit slipped; null where only the writer knows. */
  likely_kg: number | null;
  /** It cannot be, whatever the writer says. */
  impossible?: true;
}

/** What went in together: of one thing, its path is that of the entry. */
export interface BatchEvent {
  kind: string;
  additions: readonly Ingredient[];
}

/** Water and sand that is more water than this, fraction, is slurry and no molding sand. */
const SLURRY = 0.3;
/** Wetter than this multiple of the aimed temper for sure, it is asked whether so much went in. */
const FAR_TOO_WET = 1.7;
/** So many times what is usual, or that part of it, and it is asked about. */
export const UNUSUAL = 6;
/** Crumbs that a sorter leaves, kg: nobody is asked about them. */
const LEFT_BY_A_SORTER_KG = 0.02;
/** As many entries of a kind make a habit. */
const HABIT = 3;

/** The amount a digit to the left or right, if that is what was likely meant. */
export function tenth(kg: number, usual: number): number | null {
  const slips = [kg / 10, kg * 10, kg / 100, kg / 1000];
  const near = slips.filter((each) => each < 3 * usual && each > usual / 3);
  const off = (each: number) => Math.abs(Math.log(each / usual));
  return near.sort((a, b) => off(a) - off(b))[0] ?? null;
}

export const words = (kg: number) =>
  kg < 1 ? `${Number((kg * 1000).toPrecision(2))} g` : `${Number(kg.toPrecision(3))} kg`;

export function waterQuestion(nature: HeapNature, belief: Belief, kg: number, path: string): Question | null {
  const sand = sandOf(belief);
  const total = totalMass(sand);
  if (!(total > 0))
    return {
      path,
      message: `There is no sand in this heap yet: ${words(kg)} of water alone?`,
      likely_kg: null
    };
  const { sd } = believedMoisture(belief);
  const driest = { ...sand, water: Math.max(0, sand.water - NINE_IN_TEN * sd * total) };
  if (moistureFraction(plus(driest, composition({ water: kg }))) > SLURRY)
    return {
      path,
      message: `${words(kg)} of water in ${words(total)} of sand makes slurry: that cannot be right.`,
      likely_kg: null,
      impossible: true
    };
  if (nature.system === 'oil') {
    return kg > 0.002 * total
      ? {
          path,
          message: `${words(kg)} of water into oil-bonded sand? Water is what it must be kept from.`,
          likely_kg: null
        }
      : null;
  }
  const wanted = wantedWater(nature, sand);
  const after = driest.water + kg - heldWater(sand);
  const aimed = wanted - heldWater(sand);
  const missing = wanted - sand.water;
  // A tenth of what it wants, to a tenth: rather a point that slipped than a sip.
  if (missing > 0.005 * total && kg > 0.085 * missing && kg < 0.115 * missing)
    return {
      path,
      message: `${words(kg)} is a tenth of the ${words(missing)} that it wants.`,
      likely_kg: 10 * kg
    };
  if (!(after > FAR_TOO_WET * aimed)) return null;
  const usual = Math.max(0.004 * total, wanted - sand.water);
  return {
    path,
    message: `${words(kg)} into ${words(total)} is far more than this sand can want.`,
    likely_kg: tenth(kg, usual)
  };
}

/** Water, kg, that the sand holds when tempered. */
function wantedWater({ targets }: HeapNature, sand: Composition): number {
  const aim = aimMoisture(targets, sand);
  return (aim * dryMass(sand)) / (1 - aim);
}

export function batchQuestion(nature: HeapNature, belief: Belief, event: BatchEvent): Question | null {
  const path = (i: number) => (event.kind === 'added' ? 'kg' : `additions[${i}].kg`);
  const before = sandOf(belief);
  const parts = event.additions.map(arrivalOf);
  const after = parts.reduce(plus, before);
  const came = parts.reduce((sum, each) => sum + totalMass(each), 0);
  const biggest = event.additions.reduce((most, { kg }, i) => (kg > event.additions[most]!.kg ? i : most), 0);
  const room = roomQuestion(belief, came, path(biggest)) ?? recipeQuestion(nature, event, path);
  if (room) return room;
  for (const [i, { role, kg }] of event.additions.entries()) {
    const without = totalMass(after) - kg;
    if (role === 'water' && without > 0) {
      const dry = { ...belief, mean: belief.mean.slice() };
      [
        after.grain,
        after.active_clay,
        after.dead_clay,
        after.combustibles,
        after.oil,
        after.water - kg,
        after.fines
      ].forEach((value, at) => (dry.mean[at] = value));
      const question = waterQuestion(nature, dry, kg, path(i));
      if (question) return question;
    }
    if (role === 'binder' && without > 0) {
      const had = dryShare(before, 'active_clay');
      const gets = dryShare(after, 'active_clay');
      if (gets > 1.25 * nature.targets.active_clay.max && gets > had + 0.02) {
        const usual = middle(nature.targets.active_clay) * without;
        return {
          path: path(i),
          message: `${words(kg)} of clay into ${words(without)} makes ${fixed(100 * gets, 0)} % of it: far more than binds.`,
          likely_kg: tenth(kg, usual) ?? tenth(kg, usual / 10)
        };
      }
    }
    if ((role === 'oil' || role === 'activator') && without > 0 && kg > 0.08 * without)
      return {
        path: path(i),
        message: `${words(kg)} of oil into ${words(without)} is several times what binds.`,
        likely_kg: tenth(kg, 0.02 * without)
      };
    if (role === 'sand' && totalMass(before) > 0) {
      const habit = habitQuestion(belief, 'sand', kg, path(i));
      if (habit) return habit;
    }
  }
  return null;
}

/** New sand with many times, or a small part of, the clay that it wants: a digit slipped in one of the two. */
function recipeQuestion(
  { targets, system }: HeapNature,
  { additions }: BatchEvent,
  path: (i: number) => string
): Question | null {
  const sand = additions.findIndex(({ role }) => role === 'sand');
  if (sand < 0 || !additions.some(({ role }) => role === 'binder')) return null;
  const batch = additions.map(arrivalOf).reduce(plus, composition());
  const gets = dryShare(batch, 'active_clay');
  const { min, max } = targets.active_clay;
  if (gets < 2.5 * max && gets > min / 4) return null;
  const { kg } = additions[sand]!;
  const wanted = (batch.active_clay / middle(targets.active_clay)) * (system === 'oil' ? 1 : 0.9);
  return {
    path: path(sand),
    message: `With ${words(kg)} of sand the new sand is ${fixed(100 * gets, gets < 0.01 ? 1 : 0)} % active clay.`,
    likely_kg: tenth(kg, wanted)
  };
}

/**
 * Working the heap over stirs in the burnt sand that lies with it since it was poured on: asked about where there surely is
 * more of it than a sorter leaves.
 */
export function burntQuestion(belief: Belief, path: string): Question | null {
  const at = placeOf(belief.layout, BURNT);
  if (at === null) return null;
  const size = belief.mean.length;
  let [kg, variance] = [0, 0];
  for (let i = at; i < at + PART_COUNT; i++) {
    kg += belief.mean[i]!;
    for (let j = at; j < at + PART_COUNT; j++) variance += belief.covariance[i * size + j]!;
  }
  if (!(kg - NINE_IN_TEN * Math.sqrt(Math.max(0, variance)) > LEFT_BY_A_SORTER_KG)) return null;
  return {
    path,
    message: `About ${words(kg)} of burnt sand lies by this heap since it was poured on, and this stirs it in. If you threw it out, log that first.`,
    likely_kg: null
  };
}

/** A heap that would run over its container. */
export function roomQuestion(belief: Belief, kg: number, path: string): Question | null {
  const { capacity_kg } = belief.container;
  const there = totalMass(sandOf(belief));
  if (capacity_kg === undefined || there + kg <= 1.25 * capacity_kg) return null;
  return {
    path,
    message: `With ${words(kg)} more it would be ${words(there + kg)}, and its container holds ${words(capacity_kg)}.`,
    likely_kg: there + kg / 10 <= 1.25 * capacity_kg ? kg / 10 : null
  };
}

export function habitQuestion(belief: Belief, name: HabitName, kg: number, path: string): Question | null {
  const usual = usualOf(belief.habits, name, HABIT);
  if (usual === null || (kg < UNUSUAL * usual && kg > usual / UNUSUAL)) return null;
  const times = kg > usual ? `${fixed(kg / usual, 0)} times` : 'a small part of';
  return {
    path,
    message: `${words(kg)} is ${times} the usual ${words(usual)}.`,
    likely_kg: tenth(kg, usual)
  };
}

/** A third more or less than there should be: a digit slipped, or the bucket was weighed along. */
export function weighingQuestion(belief: Belief, kg: number): Question | null {
  const there = totalMass(sandOf(belief));
  // Nobody knows what sand it would be.
  if (!(there > 0))
    return {
      path: 'kg',
      message: 'There is no sand in this heap yet: log what came first.',
      likely_kg: null,
      impossible: true
    };
  if (Math.abs(kg - there) <= there / 3) return null;
  return {
    path: 'kg',
    message: `${words(kg)} is far from the ${words(there)} there is.`,
    likely_kg: tenth(kg, there)
  };
}

/** More than a third of a heap thrown out or spilled is not a usual day. */
export function mostQuestion(belief: Belief, kg: number): Question | null {
  const there = totalMass(sandOf(belief));
  if (!(kg > there / 3) || !(there > 0)) return null;
  return {
    path: 'kg',
    message: `${words(kg)} is more than a third of the ${words(there)} there is.`,
    likely_kg: kg / 10
  };
}
