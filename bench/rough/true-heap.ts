import type { Chance } from '../../src/lib/server/demo/chance';

/**
 * Sand as it really is in the rough trial. Nothing here is taken from the estimator: temper, evaporation, covers, heat
 * and hands are stated anew, and rougher than anybody would assume.
 */

/** kg of each; burnt sand lies apart until it is mixed in. */
export interface TrueSand {
  grain: number;
  active: number;
  dead: number;
  fines: number;
  water: number;
  oil: number;
}

export const noSand = (): TrueSand => ({ grain: 0, active: 0, dead: 0, fines: 0, water: 0, oil: 0 });
export const massOf = (s: TrueSand) => s.grain + s.active + s.dead + s.fines + s.water + s.oil;
export const dryOf = (s: TrueSand) => massOf(s) - s.water;

export function plus(a: TrueSand, b: TrueSand): TrueSand {
  return {
    grain: a.grain + b.grain,
    active: a.active + b.active,
    dead: a.dead + b.dead,
    fines: a.fines + b.fines,
    water: a.water + b.water,
    oil: a.oil + b.oil
  };
}

export function times(s: TrueSand, k: number): TrueSand {
  return {
    grain: s.grain * k,
    active: s.active * k,
    dead: s.dead * k,
    fines: s.fines * k,
    water: s.water * k,
    oil: s.oil * k
  };
}

/** What tempers each clay: free water over active clay, least and most. */
export const TRUE_RATIO = {
  'sodium-bentonite': [0.38, 0.48],
  'calcium-bentonite': [0.4, 0.5],
  'absorbent-clay': [0.45, 0.6],
  'fire-clay': [0.45, 0.6],
  natural: [0.4, 0.55]
} as const;

export type WaterBinder = keyof typeof TRUE_RATIO;
export const WATER_BINDERS = Object.keys(TRUE_RATIO) as WaterBinder[];

/** What is true of one heap and of nobody's knowledge. */
export interface Nature {
  binder: WaterBinder | 'oil';
  cover: 'open' | 'cloth' | 'lid' | 'sealed';
  place: 'shed' | 'indoors' | 'outdoors';
  area_m2: number;
  /** How much faster it dries than a handbook would say. */
  drying: number;
  /** Water that dead clay and fines hold, of their mass. */
  dead_holds: number;
  fines_hold: number;
  /** Ratio down to which water leaves. */
  bound_ratio: number;
}

/** Moisture at which oil-bonded sand stands still with the air: 0.1 to 0.2 %, by how the heap holds its water. */
const settlesAt = ({ bound_ratio }: Nature): number => 0.001 + (0.001 * (bound_ratio - 0.06)) / 0.08;

/** Moisture at which the sand has a ratio of free water to active clay. */
export function moistureAt(s: TrueSand, nature: Nature, ratio: number): number {
  const water = ratio * s.active + nature.dead_holds * s.dead + nature.fines_hold * s.fines;
  return water / (dryOf(s) + water);
}

export function trueAim(s: TrueSand, nature: Nature): number {
  if (nature.binder === 'oil') return 0;
  const [least, most] = TRUE_RATIO[nature.binder];
  return moistureAt(s, nature, (least + most) / 2);
}

export function inWindow(s: TrueSand, nature: Nature): boolean {
  const moisture = s.water / massOf(s);
  if (nature.binder === 'oil') return moisture <= 0.005;
  const [least, most] = TRUE_RATIO[nature.binder];
  return moisture >= moistureAt(s, nature, least) && moisture <= moistureAt(s, nature, most);
}

/** The temper as a hand would find it: a multiple of the middle ratio. */
export function trueFactor(s: TrueSand, nature: Nature): number {
  if (nature.binder === 'oil' || !(s.active > 0)) return 1;
  const [least, most] = TRUE_RATIO[nature.binder];
  const free = s.water - nature.dead_holds * s.dead - nature.fines_hold * s.fines;
  return Math.max(0, free / s.active / ((least + most) / 2));
}

/** Vapour pressure by Buck's equation, Pa. */
const buck = (c: number) => 611.21 * Math.exp((18.678 - c / 234.5) * (c / (257.14 + c)));
const ratioOf = (pressure: number) => (0.622 * pressure) / (101_325 - pressure);
/** A shed at 12 °C and three quarters humidity, barely moving air, kg/(m²·h). */
const SHED_RATE = (25 + 19 * 0.1) * (ratioOf(buck(12)) - ratioOf(0.75 * buck(12)));
const LETS_THROUGH = { open: 1, cloth: 0.4, lid: 0.08, sealed: 0.01 };
/** Places against the shed: a warm dry room, a windy roof. */
const BY_PLACE = { shed: 1, indoors: 2.6, outdoors: 1.4 };
const STEP_H = 2;

/** Stands for hours, stepped; the weather of this stay is one factor on the heap's own. */
export function stand(s: TrueSand, nature: Nature, hours: number, by: Chance): TrueSand {
  const weather = Math.exp(by.noise(0.35));
  const rate =
    SHED_RATE *
    BY_PLACE[nature.place] *
    LETS_THROUGH[nature.cover] *
    nature.area_m2 *
    nature.drying *
    weather;
  const held = nature.dead_holds * s.dead + nature.fines_hold * s.fines;
  const [least, most] = nature.binder === 'oil' ? [0.2, 0.2] : TRUE_RATIO[nature.binder];
  const oil = nature.binder === 'oil';
  const full = ((least + most) / 2) * s.active + held;
  const bound = oil ? settlesAt(nature) * massOf(s) : nature.bound_ratio * s.active + held;
  let water = s.water;
  for (let t = 0; t < hours; t += STEP_H) {
    const freely = Math.min(1, Math.max(oil ? -1 : 0, (water - bound) / (full - bound || 1)));
    const left = water - rate * Math.min(STEP_H, hours - t) * freely;
    water = freely < 0 ? Math.min(bound, left) : Math.max(Math.min(water, bound), left);
  }
  return { ...s, water };
}

/** What a pour does to a mold: how much burnt, and the steam that left. */
export interface TruePour {
  burnt_kg: number;
  steam_kg: number;
}

/** A mold after a pour: what is still sand, and what burnt in it. */
export function pour(s: TrueSand, { burnt_kg, steam_kg }: TruePour): { sand: TrueSand; burnt: TrueSand } {
  const share = Math.min(0.9, burnt_kg / massOf(s));
  const left = times(s, 1 - share);
  const part = times(s, share);
  const burnt = { ...noSand(), grain: part.grain, fines: part.fines, dead: part.dead + part.active };
  return { sand: { ...left, water: left.water - Math.min(0.9 * left.water, steam_kg) }, burnt };
}
