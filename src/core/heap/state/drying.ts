import { heldWater, totalMass, type Composition } from '$core/material/composition';

/**
 * Evaporation from an exposed sand surface.
 *
 * @source E = Θ(x_s − x), Θ = 25 + 19v (kg/m²h), the usual engineering estimate for evaporation from a
 *   wetted surface; humidity ratios from the Magnus saturation pressure (Sonntag's coefficients) at
 *   101 325 Pa. Wetness and cover factors are handbook defaults.
 */
export type Cover = 'open' | 'cloth' | 'lid' | 'sealed';

export const COVERS: readonly Cover[] = ['open', 'cloth', 'lid', 'sealed'];

/** Share of the open evaporation that each cover lets through. */
const COVER_FACTOR: Record<Cover, number> = { open: 1, cloth: 0.4, lid: 0.08, sealed: 0.01 };

export const COVER_NAMES: Record<Cover, string> = {
  open: 'open heap',
  cloth: 'under a cloth',
  lid: 'loose lid',
  sealed: 'sealed bucket'
};

export interface Climate {
  air_c: number;
  /** 0–1 */
  relative_humidity: number;
  air_speed_m_s: number;
}

/** An unheated shed, still air: assumed until the weather is known. */
export const SHED: Climate = { air_c: 12, relative_humidity: 0.75, air_speed_m_s: 0.1 };

/** Saturation vapour pressure over water, Pa. */
export function saturationPressure(celsius: number): number {
  return 611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius));
}

/** Humidity ratio, kg water per kg dry air. */
export function humidityRatio(celsius: number, relative_humidity: number): number {
  const vapour = relative_humidity * saturationPressure(celsius);
  return (0.62198 * vapour) / (101_325 - vapour);
}

/** Relative humidity, 0–1 and beyond, of air with this humidity ratio: the inverse of `humidityRatio`. */
export function relativeHumidity(celsius: number, humidity_ratio: number): number {
  return (101_325 * humidity_ratio) / (0.62198 + humidity_ratio) / saturationPressure(celsius);
}

/** Evaporation from a wet surface, kg/(m²·h), by air speed (m/s) and the two humidity ratios. */
export function evaporationRate(air_speed_m_s: number, saturated: number, air: number): number {
  return Math.max(0, (25 + 19 * air_speed_m_s) * (saturated - air));
}

const known = new WeakMap<Climate, number>();

/** Evaporation from an open wet surface in this air, kg/(m²·h); worked out once for each climate object. */
export function openEvaporation(climate: Climate): number {
  const before = known.get(climate);
  if (before !== undefined) return before;
  const { air_c, relative_humidity, air_speed_m_s } = climate;
  const rate = evaporationRate(
    air_speed_m_s,
    humidityRatio(air_c, 1),
    humidityRatio(air_c, relative_humidity)
  );
  known.set(climate, rate);
  return rate;
}

/** What water a sand lets go of freely, and what it holds on to. */
export interface Holding {
  /** Above this, kg, water leaves as from an open surface. */
  free_kg: number;
  /** Down here, kg, none leaves any more. */
  bound_kg: number;
  /** Sand that is drier takes up as much from the air, whatever its clay. */
  takes_up: boolean;
}

/** Temper ratio down to which clay lets go of its water. */
const BOUND_RATIO = 0.1;
/** Moisture above which oil sand dries as an open surface does, and at which it settles with the air (handbook: 0.1 to 0.2 %). */
const OIL_SAND_FREE = 0.01;
const OIL_SAND_SETTLES = 0.0015;

/**
 * How a sand holds its water. Clay lets go of it ever more slowly, from its temper ratio down to τ = 0.1, with what dead
 * clay and fines hold below that. Oil-bonded sand settles with the air, whatever its clay.
 *
 * @param target_temper_ratio the aimed ratio; null where water does not temper the sand
 */
export function holdingOf(sand: Composition, target_temper_ratio: number | null): Holding {
  if (target_temper_ratio === null) {
    const kg = totalMass(sand);
    return { free_kg: OIL_SAND_FREE * kg, bound_kg: OIL_SAND_SETTLES * kg, takes_up: true };
  }
  const held = heldWater(sand);
  return {
    free_kg: target_temper_ratio * sand.active_clay + held,
    bound_kg: BOUND_RATIO * sand.active_clay + held,
    takes_up: false
  };
}

export interface Standing extends Holding {
  water_kg: number;
  exposed_area_m2: number;
  cover: Cover;
  climate: Climate;
}

/**
 * Water left after standing for `hours`. The loss rate is constant while the sand is at temper or wetter
 * and then falls in proportion to what is left above the bound water, so the course is a line and then an
 * exponential, in closed form; no stepping.
 *
 * @returns kg of water; never below the bound water, nor more than there was, but for sand that takes up to it
 */
export function waterAfterStanding(standing: Standing, hours: number): number {
  return waterLeft(standing.water_kg, standing, evaporationOf(standing), hours);
}

/** Loss of a container while its sand is wet, kg/h. */
export function evaporationOf({
  exposed_area_m2,
  cover,
  climate
}: Pick<Standing, 'exposed_area_m2' | 'cover' | 'climate'>): number {
  return openEvaporation(climate) * COVER_FACTOR[cover] * exposed_area_m2;
}

/** The same course, for whoever asks it for many waters: what each holds and how fast it loses worked out before. */
export function waterLeft(
  water_kg: number,
  { free_kg: free, bound_kg: bound, takes_up }: Holding,
  rate_kg_h: number,
  hours: number
): number {
  if (!(hours > 0) || !(rate_kg_h > 0)) return water_kg;
  if (water_kg <= bound && !takes_up) return water_kg;
  const hours_free = Math.max(0, (water_kg - free) / rate_kg_h);
  if (hours <= hours_free) return water_kg - rate_kg_h * hours;
  const start = Math.min(water_kg, free);
  if (free <= bound) return Math.max(bound, start - rate_kg_h * (hours - hours_free));
  return bound + (start - bound) * Math.exp((-rate_kg_h * (hours - hours_free)) / (free - bound));
}

/** Depth and loose density at which sand is spread to dry off. */
const SPREAD_DEPTH_M = 0.025;
const LOOSE_KG_M3 = 950;

/** Roughly how long, in seconds, spread sand takes to lose `water_kg`; Infinity in saturated air. */
export function dryOffSeconds(total_kg: number, water_kg: number, climate: Climate): number {
  const area = total_kg / (LOOSE_KG_M3 * SPREAD_DEPTH_M);
  const rate = openEvaporation(climate);
  return (water_kg / (rate * area)) * 3600;
}
