/**
 * Windows for hand-rammed hobby sand by what binds it.
 *
 * Source: foundry-textbook ranges for green sand, narrowed to hand ramming (handbook default). Fractions
 * are 0–1; active clay is a share of the whole dry mix, moisture is on the wet basis.
 */
export interface Window {
  min: number;
  max: number;
}

export type System = 'water' | 'oil';

export type HeapBinder =
  'sodium-bentonite' | 'calcium-bentonite' | 'absorbent-clay' | 'fire-clay' | 'natural' | 'oil';

export const HEAP_BINDERS: readonly HeapBinder[] = [
  'sodium-bentonite',
  'calcium-bentonite',
  'absorbent-clay',
  'fire-clay',
  'natural',
  'oil'
];

export interface Targets {
  moisture: Window;
  /** Share of the whole dry mix. */
  active_clay: Window;
  /** Water : active clay, by mass. Null where water does not temper the sand. */
  temper_ratio: Window | null;
  compactability: Window | null;
  green_compression_pa: Window;
  permeability: Window;
  /** Oil as a share of the whole dry mix; only where oil binds. */
  oil: Window | null;
}

const between = (min: number, max: number): Window => ({ min, max });

export const TARGETS: Record<HeapBinder, Targets> = {
  'sodium-bentonite': {
    moisture: between(0.028, 0.042),
    active_clay: between(0.07, 0.1),
    temper_ratio: between(0.38, 0.48),
    compactability: between(0.4, 0.5),
    green_compression_pa: between(70e3, 120e3),
    permeability: between(30, 100),
    oil: null
  },
  'calcium-bentonite': {
    moisture: between(0.03, 0.045),
    active_clay: between(0.07, 0.1),
    temper_ratio: between(0.4, 0.5),
    compactability: between(0.4, 0.5),
    green_compression_pa: between(60e3, 100e3),
    permeability: between(30, 100),
    oil: null
  },
  'absorbent-clay': {
    moisture: between(0.04, 0.065),
    active_clay: between(0.08, 0.12),
    temper_ratio: between(0.45, 0.6),
    compactability: between(0.42, 0.52),
    green_compression_pa: between(35e3, 70e3),
    permeability: between(25, 80),
    oil: null
  },
  'fire-clay': {
    moisture: between(0.045, 0.07),
    active_clay: between(0.08, 0.12),
    temper_ratio: between(0.45, 0.6),
    compactability: between(0.42, 0.52),
    green_compression_pa: between(30e3, 60e3),
    permeability: between(25, 80),
    oil: null
  },
  natural: {
    moisture: between(0.05, 0.08),
    active_clay: between(0.08, 0.18),
    temper_ratio: between(0.4, 0.55),
    compactability: between(0.42, 0.52),
    green_compression_pa: between(40e3, 80e3),
    permeability: between(10, 40),
    oil: null
  },
  oil: {
    moisture: between(0, 0.005),
    // 4–6 phs of organoclay with 1.5–2.5 phs of oil, turned into shares of the dry mix.
    active_clay: between(4 / 105.5, 6 / 108.5),
    temper_ratio: null,
    compactability: null,
    green_compression_pa: between(80e3, 140e3),
    permeability: between(10, 30),
    oil: between(1.5 / 105.5, 2.5 / 108.5)
  }
};

/** Water above this in oil-bonded sand: do not pour on it (wet basis). */
export const OIL_SAND_REJECT_MOISTURE = 0.008;

/** The middle of a window. */
export const middle = (window: Window): number => (window.min + window.max) / 2;

export const BINDER_NAMES: Record<HeapBinder, string> = {
  'sodium-bentonite': 'sodium bentonite',
  'calcium-bentonite': 'calcium bentonite',
  'absorbent-clay': 'absorbent clay',
  'fire-clay': 'fire or ball clay',
  natural: 'natural, its own clay',
  oil: 'oil and organoclay'
};

/** The handbook material that is dosed when a heap of this binder wants more of it. */
export const BINDER_MATERIAL = {
  'sodium-bentonite': 'sodium-bentonite',
  'calcium-bentonite': 'calcium-bentonite',
  'absorbent-clay': 'absorbent-clay',
  'fire-clay': 'fire-clay',
  natural: 'fire-clay',
  oil: 'organoclay'
} as const;
