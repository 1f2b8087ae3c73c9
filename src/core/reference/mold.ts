import type { Alloy } from './alloys';

/**
 * What a mold takes before it is known any better: the least sand around a casting, and what keeps a cope in its flask.
 *
 * Source: usual hobby and foundry-textbook margins for hand-rammed green sand (handbook default).
 */
export interface Margins {
  /** Casting to the flask's wall, m. */
  wall_m: number;
  /** Casting to casting, m. */
  between_m: number;
  /** Above the casting, m. */
  over_m: number;
  /** Below it, m. */
  under_m: number;
  /** Sprue to casting, m. */
  sprue_m: number;
}

const mm = (wall: number, between: number, over: number, under: number, sprue: number): Margins => ({
  wall_m: wall / 1000,
  between_m: between / 1000,
  over_m: over / 1000,
  under_m: under / 1000,
  sprue_m: sprue / 1000
});

/** By the heaviest mass, kg, up to which each holds. */
const BY_MASS: readonly [number, Margins][] = [
  [0.1, mm(15, 12, 25, 20, 15)],
  [0.5, mm(25, 20, 40, 30, 25)],
  [2, mm(35, 25, 50, 40, 30)],
  [10, mm(50, 40, 75, 60, 40)],
  [Infinity, mm(75, 50, 100, 100, 50)]
];

export type Family = 'light' | 'copper' | 'iron';

export const FAMILY: Record<Alloy, Family> = {
  aluminium: 'light',
  'aluminium-wrought': 'light',
  'zinc-4': 'light',
  'zinc-12': 'light',
  'zinc-27': 'light',
  pewter: 'light',
  'tin-bronze': 'copper',
  'red-brass': 'copper',
  'yellow-brass': 'copper',
  'aluminium-bronze': 'copper',
  copper: 'copper',
  silver: 'copper',
  iron: 'iron'
};

/** Copper alloys and iron hold more heat: so many times the sand. */
const TIMES: Record<Family, number> = { light: 1, copper: 1.25, iron: 1.4 };

/** From the top of the casting to the level in the basin, m: what presses the metal into its corners. */
const HEAD_M: Record<Family, number> = { light: 0.075, copper: 0.1, iron: 0.1 };
/** A casting as small as a coin fills with less. */
const SMALL = { kg: 0.1, head_m: 0.04 } as const;

/**
 * Least sand around a casting of this mass and metal.
 *
 * @param kg of the casting, more than 0
 * @example sandAround(1.2, 'aluminium').wall_m // 0.035
 */
export function sandAround(kg: number, alloy: Alloy): Margins & { head_m: number } {
  const family = FAMILY[alloy];
  const [, margins] = BY_MASS.find(([most]) => kg < most)!;
  const times = TIMES[family];
  const over_m = margins.over_m * times;
  return {
    wall_m: margins.wall_m * times,
    between_m: margins.between_m * times,
    over_m,
    under_m: margins.under_m * times,
    sprue_m: margins.sprue_m * times,
    head_m: Math.max(kg < SMALL.kg ? SMALL.head_m : HEAD_M[family], over_m)
  };
}

/** Overfill, riddle rejects and spill, share of the sand rammed. */
export const SAND_ALLOWANCE = 0.12;

/** Share of the green strength that holds a slab of sand at the flask's wall. */
export const WALL_HOLD = { plain: 0.08, grooved: 0.12 } as const;

/** Inside span from which a cope wants bars, and how far apart they stand, m. */
export const BARS = { from_span_m: 0.3, apart_m: [0.1, 0.15] } as const;

/** What one may lift: from the first, two hands and a short carry; from the second, two people or an aid, kg. */
export const LIFTS = { two_hands_kg: 16, two_people_kg: 23 } as const;

/** Cope and weights together carry so many times the lift. */
export const HOLD_DOWN_SAFETY = 1.5;

/** Metal of sprue, runner and risers beside the castings' own, share: a usual hobby mold. */
export const GATING_SHARE = 0.4;

/** Share of a casting's box that is metal, where nobody weighed it: ribs and hollows (a guess). */
export const METAL_OF_BOX = 0.5;

/** Room for the sprue beside the castings, m: a sprue of a hobby mold is about so wide. */
export const SPRUE_WIDTH_M = 0.02;

/** A runner of a hobby mold, and the sand that it keeps from a casting that it does not feed, m. */
export const RUNNER = { width_m: 0.012, height_m: 0.008, clear_m: 0.01 } as const;

/** Facing sand riddled over a pattern, m: a finger's breadth. */
export const FACING_M = 0.02;

/** Layers in which sand is rammed, m. */
export const LAYER_M = 0.055;

/** Boards that a hobby flask is made of: how thick, and in what steps they are cut, m. */
export const BOARDS = { thick_m: 0.02, step_m: 0.005, board_over_m: 0.02 } as const;

/** Clamps hold about so long a side each, m. */
export const CLAMP_EVERY_M = 0.4;

/** Bulk density of riddled sand before it is rammed, kg/L (handbook default). */
export const LOOSE_SAND_KG_L = 0.95;
