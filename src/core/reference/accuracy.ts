/**
 * Accuracy to expect of readings and weighings, one standard deviation.
 *
 * Source: usual repeatability of the standard molding-sand tests done with home gear (handbook default).
 */

/** Moisture by drying, fraction of the wet sand, by how it was dried; weighing and sampling come on top. */
export const MOISTURE_SD = {
  oven: 0.001,
  lamp: 0.0015,
  pan: 0.002,
  microwave: 0.002
} as const;

/** One scoop against the whole heap, share of its moisture; several scoops mixed, less by their root. */
export const SCOOP_SD_SHARE = 0.04;

/** What a scale shows at its finest, g, unless the user names it: a kitchen scale. */
export const KITCHEN_SCALE_G = 1;

/** Weighed again, the same thing shows so many steps more or less (usual data sheet of a small scale). */
const SCALE_REPEATS_STEPS = 0.4;

/**
 * Standard deviation of what a scale shows, in the unit of its step.
 *
 * @source anywhere within a step is as likely, which spreads by its width over √12; and how well it repeats
 */
export const scaleSd = (step: number): number => step * Math.hypot(1 / Math.sqrt(12), SCALE_REPEATS_STEPS);

/** A capacitive moisture probe pushed into the sand: how dense it lies around it counts as much as the water. */
export const PROBE_MOISTURE_SD = 0.006;

/**
 * The hand, in multiples of the aimed temper ratio (one grade is about 0.2 of it, half a point of moisture).
 *
 * A person's lasting bias; the error that two squeezes of the same unchanged sand share (the fistful, the light,
 * the mood); and what one squeeze adds by itself.
 */
export const HAND_SD = { bias: 0.1, shared: 0.07, single: 0.05 } as const;

/** One squeeze in so many is named a grade off, and one in so many is anything at all. */
export const SQUEEZE_SLIPS = { neighbour: 0.1, any: 0.01 } as const;

/** One reading in so many is a blunder: the wrong pan, a slipped digit. */
export const BLUNDER_SHARE = 1 / 30;

/** Other readings: shares of the dry mix, but compactability by what it tells of moisture. */
export const READING_SD = {
  /** Two points of compactability, and as much again for how sands differ in its slope. */
  compactability_as_moisture: 0.003,
  methylene_blue: 0.005,
  clay_wash: 0.007,
  ignition: 0.003,
  sieve_fines: 0.01
} as const;

/** One careful reading of tests that say nothing of the sand's parts, in the figure's own SI or as a share of it. */
export const SINGLE_TEST_SD = {
  compactability: 0.02,
  green_compression_share: 0.08,
  permeability_share: 0.1,
  shatter: 0.04,
  fineness_share: 0.02,
  hardness: 3
} as const;

/** A scale's error in proportion to the load. */
export const WEIGHING_SD_SHARE = 0.005;

/** Sand settles, sticks and is held on the scale by hand, kg: what heap weighings add to the scale's own step. */
export const WEIGHING_SD_KG = 0.003;

/** Water poured from a jug, share of the amount. */
export const POURED_WATER_SD_SHARE = 0.03;

/** Sand lost on the floor and never logged, share of what is drawn for molds. */
export const UNLOGGED_LOSS_SD_SHARE = 0.015;

/** How far a lot may stand from its figures, by whether somebody measured or stated them. */
export interface FigureDoubt {
  /** Share of the moisture it is said to hold. */
  moisture_share: number;
  /** Fines in a sand, share of its dry matter. */
  sand_fines: number;
  /** Active share of a binder's dry matter. */
  binder_active: number;
  /** Sand bought ready mixed: moisture, active and dead clay as shares. */
  bought_moisture: number;
  bought_active: number;
  /** As much again of the width of its kind's window of active clay: sands of unknown make fill it and more. */
  bought_active_of_window: number;
}

export const UNMEASURED: FigureDoubt = {
  moisture_share: 0.25,
  sand_fines: 0.01,
  binder_active: 0.045,
  bought_moisture: 0.018,
  bought_active: 0.012,
  bought_active_of_window: 0.29
};

/** The same, once the user has given a figure: bags differ, and the bag that was measured was another. */
export const STATED: FigureDoubt = {
  moisture_share: 0.19,
  sand_fines: 0.004,
  binder_active: 0.025,
  bought_moisture: 0.006,
  bought_active: 0.012,
  bought_active_of_window: 0
};

/** Nothing is as dry as its figure says to the last digit, fraction. */
export const LEAST_MOISTURE_SD = 0.0005;

/** What else may be in sand bought ready mixed, shares of the dry mix. */
export const BOUGHT_UNSEEN_SD = { dead_clay: 0.012, fines: 0.03, combustibles: 0.03 } as const;

/** How far a container's own drying may stand from the handbook's before anything was learned: natural logarithm. */
export const DRYING_LOG_SD = 0.55;

/** How far wind and weather carry the drying off from there, natural logarithm, and how long a spell of it lasts. */
export const WEATHER_LOG_SD = 0.42;
export const WEATHER_SPELL_DAYS = 14;

/** The water that clay never lets go of in a stay, as a share of itself: sands differ. */
export const BOUND_WATER_SD_SHARE = 0.3;

/**
 * What air-dry sand takes up and gives off with the weather however little clay it has, share of its mass.
 *
 * @source our own assumption: a few hundredths of a percent of moisture
 */
export const AIR_DRY_SD = 0.0002;

/** Sand judged burnt by eye, as a share of the amount named. */
export const BURNT_SD_SHARE = 0.35;

/** Sand burnt as worked out from the metal poured, as a share of it: castings differ more than eyes do. */
export const BURNT_UNJUDGED_SD_SHARE = 0.7;

/**
 * Steam worked out from the heat of the metal, as a share of it (0.12 of 0.3): how much condenses in the sand around
 * differs. Most of that lasts, as molds, flasks and habits do, and is learned; the rest differs from pour to pour.
 */
export const STEAM_SD_SHARE = 0.4;
export const STEAM_LASTING_SD_SHARE = 0.34;
/** A mold never dries out altogether: so much of its water stays at the least, share, however hot the metal. */
export const STAYS_DAMP_SHARE = 0.1;
/** Of the water that a pour leaves in a mold, nobody is surer than this share of it. */
export const LEFT_DAMP_SD_SHARE = 0.1;

/** Share of the burnt sand that a named share found may be off by. */
export const FOUND_SHARE_SD = 0.15;
