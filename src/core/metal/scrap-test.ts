import { scaleSd } from '../reference/accuracy';
import {
  SCRAP_METALS,
  SCRAP_METAL_NAMES,
  type ScrapMetal,
  type ScrapMetalName
} from '../reference/scrap-metals';

/** Of water at 20 °C, kg/m³. */
const WATER_KG_M3 = 998.2;
/** Figures are told with so many standard deviations to both sides. */
const DOUBT_SDS = 2;

/** A piece on a kitchen scale, and hung from a thread into a pot of water, not touching its floor. */
export interface WeighedInWater {
  air_kg: number;
  /** What it still weighs under water: what hangs on the scale. */
  water_kg: number;
  /** What the scale shows at its finest, kg. */
  step_kg: number;
}

export interface DensityByWater {
  kg_m3: number;
  sd_kg_m3: number;
}

/**
 * Density of a solid piece by its weight in air and in water.
 *
 * @throws RangeError where it weighs nothing, floats, or weighs no less under water
 * @source Archimedes: it is lighter by the water whose room it takes; both weighings err by the scale (see `scaleSd`)
 * @example densityByWater({ air_kg: 0.27, water_kg: 0.17, step_kg: 0.001 }) // 2695 ± 15 kg/m³
 */
export function densityByWater({ air_kg, water_kg, step_kg }: WeighedInWater): DensityByWater {
  if (!(air_kg > 0)) throw new RangeError('A piece weighs something.');
  if (!(water_kg >= 0)) throw new RangeError('It floats: there is air in it, or it is no metal.');
  const lighter_kg = air_kg - water_kg;
  if (!(lighter_kg > 0)) throw new RangeError('It weighs less under water than in air.');
  const each = (scaleSd(step_kg) * WATER_KG_M3) / lighter_kg ** 2;
  return {
    kg_m3: (WATER_KG_M3 * air_kg) / lighter_kg,
    sd_kg_m3: each * Math.hypot(water_kg, air_kg)
  };
}

export interface ToldMetal extends DensityByWater {
  /** What it may be, the nearest first. */
  may_be: ScrapMetalName[];
  /**
   * `never`: some of what it may be never goes into the pot; `told`: one metal is left; `several`: more than one; `unknown`: no
   * metal is like that, so it is hollow, holds bubbles, or is of several metals.
   */
  verdict: 'never' | 'told' | 'several' | 'unknown';
}

/**
 * What metal a piece of scrap may be.
 *
 * A hollow or a bubble makes it seem lighter than it is, never heavier: what reads between magnesium and aluminium is not taken
 * for either.
 *
 * @param magnet whether a magnet holds to it; undefined where nobody tried
 */
export function tellMetal(weighed: WeighedInWater, magnet?: boolean): ToldMetal {
  const density = densityByWater(weighed);
  const [low, high] = [
    density.kg_m3 - DOUBT_SDS * density.sd_kg_m3,
    density.kg_m3 + DOUBT_SDS * density.sd_kg_m3
  ];
  const off = ({ kg_m3: [least, most] }: ScrapMetal) => Math.abs(density.kg_m3 - (least + most) / 2);
  const may_be = SCRAP_METAL_NAMES.filter((name) => {
    const metal: ScrapMetal = SCRAP_METALS[name];
    if (magnet !== undefined && magnet !== (metal.magnetic ?? false)) return false;
    return metal.kg_m3[0] <= high && metal.kg_m3[1] >= low;
  }).sort((a, b) => off(SCRAP_METALS[a]) - off(SCRAP_METALS[b]));
  const never = may_be.some((name) => (SCRAP_METALS[name] as ScrapMetal).never !== undefined);
  const verdict = never ? 'never' : may_be.length === 1 ? 'told' : may_be.length > 1 ? 'several' : 'unknown';
  return { ...density, may_be, verdict };
}
