import { someHand, type Hand } from '../bench/rough/hand';
import type { Nature } from '../bench/rough/true-heap';
import type { Chance } from '../src/lib/server/demo/chance';
import { blockVolume, TRUE_METALS, type Block, type MetalName } from './true-metal';

/** By what somebody goes: the plan's ticks, the heap's ticket, or the answers alone. */
export const WAYS = ['phone', 'desk', 'answers'] as const;
export type Way = (typeof WAYS)[number];

/** A flask, lengths in mm, as its owner measures it. */
export interface OwnFlask {
  name: string;
  length_mm: number;
  width_mm: number;
  cope_mm: number;
  drag_mm: number;
  cope_kg: number;
  drag_kg: number;
  wall: 'plain' | 'grooved';
}

export interface OwnBlock {
  name: string;
  length_mm: number;
  width_mm: number;
  height_mm: number;
  count: number;
}

/** What is so of a shed, whatever anybody writes down. */
export interface TrueShed {
  way: Way;
  nature: Nature;
  metal: MetalName;
  flasks: OwnFlask[];
  blocks: OwnBlock[];
  hand: Hand;
  /** Error of its kitchen scale, in proportion. */
  scale_off: number;
  /** Rammed sand, kg/m³. */
  rammed_kg_m3: number;
  /** How its sand takes the heat: freezing against the rule, steam and burnt sand for each kg of metal. */
  freezes: number;
  steam_kg_per_kg: number;
  burnt_kg_per_kg: number;
  /** What the labels of its stock are off by. */
  lot: { active: number; moisture: number };
  heap_kg: number;
}

const BINDERS = [
  'sodium-bentonite',
  'calcium-bentonite',
  'sodium-bentonite',
  'oil',
  'sodium-bentonite'
] as const;
const METALS = Object.keys(TRUE_METALS) as MetalName[];

/** A shed out of the many that there may be. @param i which: ways, binders and metals go round */
export function someShed(by: Chance, i: number): TrueShed {
  const binder = BINDERS[i % BINDERS.length]!;
  const length_mm = 10 * Math.round(by.between(28, 40));
  const width_mm = 10 * Math.round(by.between(20, 30));
  const flasks = ['Long board', 'Short board'].slice(0, by.between(0, 1) < 0.5 ? 1 : 2).map((name, n) => ({
    name,
    length_mm: length_mm - 20 * n,
    width_mm: width_mm - 10 * n,
    cope_mm: 5 * Math.round(by.between(20, 25)),
    drag_mm: 5 * Math.round(by.between(16, 21)),
    cope_kg: by.between(1.2, 2.5),
    drag_kg: by.between(1.2, 2.5),
    wall: by.pick(['plain', 'grooved'] as const)
  }));
  // Some cast plates as wide as a hand, most of them small things.
  const wide = by.between(0, 1) < 0.3;
  const blocks = ['Hinge plate', 'Stop block']
    .slice(0, wide || by.between(0, 1) < 0.6 ? 1 : 2)
    .map((name, n) => ({
      name,
      length_mm: Math.round(wide ? by.between(120, 180) : by.between(50, n === 0 ? 130 : 70)),
      width_mm: Math.round(wide ? by.between(70, 110) : by.between(25, 50)),
      height_mm: Math.round(wide ? by.between(8, 14) : by.between(6, 34)),
      count: !wide && by.between(0, 1) < 0.4 ? 2 : 1
    }));
  const liters = flasks.reduce(
    (sum, flask) => sum + (flask.length_mm * flask.width_mm * (flask.cope_mm + flask.drag_mm)) / 1e6,
    0
  );
  return {
    way: WAYS[i % WAYS.length]!,
    nature: {
      binder,
      cover: by.pick(['open', 'cloth', 'lid', 'sealed'] as const),
      place: by.pick(['shed', 'shed', 'indoors'] as const),
      area_m2: by.between(0.08, 0.25),
      drying: Math.exp(by.between(Math.log(0.5), Math.log(2))),
      dead_holds: by.between(0.07, 0.13),
      fines_hold: by.between(0.015, 0.045),
      bound_ratio: by.between(0.06, 0.14)
    },
    metal: METALS[i % METALS.length]!,
    flasks,
    blocks,
    hand: someHand(by, 'Ottla'),
    scale_off: by.noise(0.005),
    rammed_kg_m3: by.between(1480, 1680),
    freezes: by.between(0.8, 1.2),
    steam_kg_per_kg: by.between(0.05, 0.2),
    burnt_kg_per_kg: binder === 'oil' ? by.between(0.4, 1) : by.between(0.15, 0.4),
    lot: { active: by.noise(0.04), moisture: 1 + by.between(-1 / 3, 1 / 3) },
    heap_kg: liters * by.between(1.7, 2.6)
  };
}

/** A block as it lies in its mold. @param above_mm of it, above the parting */
export const lying = (of: OwnBlock, above_mm: number): Block => ({
  length_m: of.length_mm / 1000,
  width_m: of.width_mm / 1000,
  height_m: of.height_mm / 1000,
  above_m: above_mm / 1000
});

export const blockLitres = (of: OwnBlock): number => 1000 * blockVolume(lying(of, 0));

/** When somebody with a job has time: evenings of the week, days of its end; minutes of the day, Sunday is 0. */
export const HOURS = [0, 1, 2, 3, 4, 5, 6].map((weekday) =>
  weekday === 0 || weekday === 6
    ? { weekday, from_min: 9 * 60, to_min: 20 * 60 }
    : { weekday, from_min: 18 * 60, to_min: 22 * 60 }
);

/** Whether somebody is there, with a quarter of an hour's grace. @param at ms, in a zone that keeps Greenwich's time */
export function somebodyThere(at: number): boolean {
  const date = new Date(at);
  const { from_min, to_min } = HOURS[date.getUTCDay()]!;
  const minute = date.getUTCHours() * 60 + date.getUTCMinutes();
  return minute >= from_min - 15 && minute <= to_min + 15;
}
