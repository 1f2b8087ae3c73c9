/**
 * Accuracy to expect of readings and weighings, one standard deviation.
 *
 * Source: usual repeatability of the standard molding-sand tests done with home gear (handbook default).
 */

/** Moisture by drying, fraction of the wet sand, by how it was dried. */
export const MOISTURE_SD = {
  oven: 0.001,
  lamp: 0.0015,
  pan: 0.0025,
  microwave: 0.0025
} as const;

/** A capacitive moisture probe pushed into the sand: how dense it lies around it counts as much as the water. */
export const PROBE_MOISTURE_SD = 0.006;

/** What a squeeze tells of moisture, fraction of the wet sand. */
export const SQUEEZE_MOISTURE_SD = 0.005;

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

/** A kitchen scale: a fixed part (kg) and a part of the load. */
export const WEIGHING_SD_KG = 0.003;
export const WEIGHING_SD_SHARE = 0.004;

/** How far a lot may stand from its handbook figures when nobody measured it. */
export const UNMEASURED = {
  sand_moisture_sd: 0.006,
  /** Fines in a sand, share of its dry matter. */
  sand_fines_sd: 0.01,
  binder_moisture_sd: 0.01,
  binder_active_sd: 0.05,
  /** Sand bought ready mixed, nothing known: moisture and active clay. */
  bought_moisture_sd: 0.01,
  bought_active_sd: 0.015,
  /** What else may be in it, shares of the dry mix. */
  bought_fines_sd: 0.03,
  bought_combustibles_sd: 0.005
} as const;

/** The same, once the user has given a figure. */
export const STATED = {
  sand_moisture_sd: 0.002,
  sand_fines_sd: 0.004,
  binder_moisture_sd: 0.004,
  binder_active_sd: 0.02,
  bought_moisture_sd: 0.004,
  bought_active_sd: 0.008
} as const;

/** How far a heap's own drying may stand from the handbook's before anything was learned: natural logarithm. */
export const DRYING_LOG_SD = 0.5;

/** Evaporation over one stay, as a share of the computed loss: the weather differs from stay to stay. */
export const EVAPORATION_SD_SHARE = 0.2;

/** Sand judged burnt by eye, as a share of the amount named. */
export const BURNT_SD_SHARE = 0.4;

/** Sand burnt as worked out from the metal poured, as a share of it: castings differ more than eyes do. */
export const BURNT_UNJUDGED_SD_SHARE = 0.7;
