import { sum } from 'simple-statistics';

/**
 * How much of a clay that one dug and ground oneself binds, told with household things, each with how far it may stray.
 */

/** Dry mass in a litre of what has settled in a jar, kg/L, and how far clay mud may stand from its own (share). */
const SETTLED_KG_PER_L = { sand: 1.5, silt: 1.3, clay: 0.6 } as const;
const CLAY_MUD_SD_SHARE = 0.3;
/** Of what is as fine as clay, the share that binds; the rest is rock flour. */
const BINDS = { value: 0.85, sd: 0.15 } as const;
/** Layers are read to about a millimetre. */
const LAYER_SD_MM = 1;

/** Heights in one jar, mm, each of all that has settled by then. */
export interface SettledLayers {
  /** After a minute: sand. */
  sand_mm: number;
  /** After two hours: sand and silt. */
  silt_mm: number;
  /** After a day: sand, silt and clay. */
  all_mm: number;
}

/**
 * Active share of a clay by the layers that it settles in: mass of the clay layer over all, of which most binds.
 *
 * By Stokes' law, in water of 20 °C, grains of 50 µm fall 100 mm in 44 s and grains of 4 µm in two hours; what stays up
 * longer is clay.
 *
 * @throws RangeError when nothing settled, or the layers shrink
 * @source Stokes' law; the densities of settled layers are handbook defaults
 * @example sand 10, silt 20, all 60 mm → clay layer 40 mm: 24 of 52 by mass, 0.392 of it active
 */
export function settledActiveShare(layers: SettledLayers): number {
  return BINDS.value * claySizeShare(layers);
}

function claySizeShare({ sand_mm, silt_mm, all_mm }: SettledLayers): number {
  if (!(all_mm > 0)) throw new RangeError('Nothing has settled.');
  if (silt_mm < sand_mm || all_mm < silt_mm) throw new RangeError('A layer cannot shrink as more settles.');
  const { sand, silt, clay } = SETTLED_KG_PER_L;
  const mud = clay * (all_mm - silt_mm);
  return mud / (sand * sand_mm + silt * (silt_mm - sand_mm) + mud);
}

/** How far that may stray, one standard deviation: how dense the mud lies, how much of it binds, and the reading. */
export function settledActiveSd(layers: SettledLayers): number {
  const share = claySizeShare(layers);
  const mud = BINDS.value * share * (1 - share) * CLAY_MUD_SD_SHARE;
  const reading = (BINDS.value * LAYER_SD_MM) / layers.all_mm;
  return Math.hypot(mud, BINDS.sd * share, reading);
}

/** Two sets of trial cylinders, alike in all but the clay, each at its own temper. */
export interface TrialCylinders {
  load_kg: number;
  /** Of the clay that the heap is bound with, whose active share is known. */
  reference_load_kg: number;
  reference_active: number;
}

/** Strengths of one maker's cylinders, and how far strength goes with active clay: shares. */
const CYLINDERS_SD_SHARE = 0.1;
const PROPORTION_SD_SHARE = 0.15;

/**
 * Active share of a clay by the strength of cylinders beside those of a known one: in that range of doses strength goes
 * about as the active clay in the sand.
 *
 * @throws RangeError when the known clay's cylinders bore nothing
 * @source proportion of green strength to clay below about 10 %, foundry textbooks; its doubt is part of the figure
 * @example 9 kg beside 15 kg of a clay that is 0.81 active → 0.486
 */
export function trialActiveShare({ load_kg, reference_load_kg, reference_active }: TrialCylinders): number {
  if (!(reference_load_kg > 0))
    throw new RangeError('The cylinders of the known clay must have borne something.');
  return Math.min(1, (reference_active * load_kg) / reference_load_kg);
}

export const trialActiveSd = (trial: TrialCylinders): number =>
  trialActiveShare(trial) * Math.hypot(CYLINDERS_SD_SHARE, CYLINDERS_SD_SHARE, PROPORTION_SD_SHARE);

/** What of a clay that was dried and ground comes through the sieve, share; the rest is stones, roots and lumps. */
export function grindingYield(raw_kg: number, sieved_kg: number): number {
  if (!(raw_kg > 0)) throw new RangeError('Something must have been ground.');
  if (sieved_kg > raw_kg) throw new RangeError('More cannot come through than was ground.');
  return sieved_kg / raw_kg;
}

/**
 * Several findings of one figure, each by its own doubt: the inverse-variance weighted mean, and its deviation.
 *
 * @throws RangeError on none
 */
export function combined(findings: readonly { value: number; sd: number }[]): { value: number; sd: number } {
  if (findings.length === 0) throw new RangeError('Nothing was found.');
  const weights = findings.map(({ sd }) => 1 / Math.max(sd, 1e-6) ** 2);
  const weight = sum(weights);
  const value = sum(findings.map((each, i) => weights[i]! * each.value)) / weight;
  return { value, sd: 1 / Math.sqrt(weight) };
}
