/**
 * What a quantity of molding sand is made of, in kilograms. Seven parts that do not overlap; their sum is
 * the mass on the scale.
 */
export interface Composition {
  /** Clean sand grain. */
  grain: number;
  /** Clay that still binds. */
  active_clay: number;
  /** Clay that was overheated: takes up room and water, binds nothing. */
  dead_clay: number;
  /** Carbon, flour, starch: what a torch burns off, oil apart. */
  combustibles: number;
  /** Oil and activator. */
  oil: number;
  water: number;
  /** Inert matter finer than 75 µm. */
  fines: number;
}

export const PARTS = ['grain', 'active_clay', 'dead_clay', 'combustibles', 'oil', 'water', 'fines'] as const;

export type Part = (typeof PARTS)[number];

export const PART_NAMES: Record<Part, string> = {
  grain: 'grain',
  active_clay: 'active clay',
  dead_clay: 'dead clay',
  combustibles: 'combustibles',
  oil: 'oil',
  water: 'water',
  fines: 'fines'
};

/** A composition of given parts, the rest nothing. */
export function composition(parts: Partial<Composition> = {}): Composition {
  return { grain: 0, active_clay: 0, dead_clay: 0, combustibles: 0, oil: 0, water: 0, fines: 0, ...parts };
}

/** Mass of everything, kg. */
export function totalMass(of: Composition): number {
  return of.grain + of.active_clay + of.dead_clay + of.combustibles + of.oil + of.water + of.fines;
}

/** Mass without water, kg. */
export function dryMass(of: Composition): number {
  return totalMass(of) - of.water;
}

export function plus(a: Composition, b: Composition): Composition {
  return combine(a, b, 1);
}

export function minus(a: Composition, b: Composition): Composition {
  return combine(a, b, -1);
}

function combine(a: Composition, b: Composition, sign: number): Composition {
  return {
    grain: a.grain + sign * b.grain,
    active_clay: a.active_clay + sign * b.active_clay,
    dead_clay: a.dead_clay + sign * b.dead_clay,
    combustibles: a.combustibles + sign * b.combustibles,
    oil: a.oil + sign * b.oil,
    water: a.water + sign * b.water,
    fines: a.fines + sign * b.fines
  };
}

export function scaled(of: Composition, factor: number): Composition {
  return {
    grain: of.grain * factor,
    active_clay: of.active_clay * factor,
    dead_clay: of.dead_clay * factor,
    combustibles: of.combustibles * factor,
    oil: of.oil * factor,
    water: of.water * factor,
    fines: of.fines * factor
  };
}

/** A representative part of well-mixed sand weighing `kg`; nothing when there is no sand. */
export function portion(of: Composition, kg: number): Composition {
  const total = totalMass(of);
  return total > 0 ? scaled(of, kg / total) : composition();
}

/** Moisture, wet basis, 0–1; 0 for no sand. */
export function moistureFraction(of: Composition): number {
  const total = totalMass(of);
  return total > 0 ? of.water / total : 0;
}

/** A part as a share of the whole dry mix, 0–1; 0 for no sand. */
export function dryShare(of: Composition, part: Exclude<Part, 'water'>): number {
  const dry = dryMass(of);
  return dry > 0 ? of[part] / dry : 0;
}

/** Water that dead clay and fines soak up and hold, as shares of their mass (handbook default). */
export const HELD_WATER = { dead_clay: 0.1, fines: 0.03 } as const;

/** Water that dead clay and fines hold, kg: it tempers nothing. */
export function heldWater(of: Composition): number {
  return HELD_WATER.dead_clay * of.dead_clay + HELD_WATER.fines * of.fines;
}

/**
 * Temper ratio τ = free water / active clay, free being what dead clay and fines do not hold; null without active
 * clay. Below nothing in sand drier than what they hold.
 */
export function temperRatio(of: Composition): number | null {
  return of.active_clay > 0 ? (of.water - heldWater(of)) / of.active_clay : null;
}
