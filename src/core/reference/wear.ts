import type { HeapBinder } from './targets';

/**
 * What a session costs a heap and how sand rams, before its own records say better.
 *
 * Source: usual hobby figures (handbook default): one to three percent of the sand handled is lost each time;
 * hand-rammed silica sand weighs about 1.6 kg/L.
 */

/** A figure expected of any heap, and how far one heap may stand from it (one standard deviation). */
export interface Expected {
  value: number;
  sd: number;
}

/** Density rammed by hand, kg/m³. */
export const RAMMED_DENSITY: Record<'water' | 'oil', Expected> = {
  water: { value: 1600, sd: 80 },
  oil: { value: 1620, sd: 80 }
};

/** Share of the grains that a session grinds to fines, by ramming, mulling and heat (handbook default). */
export const GRINDING_SHARE = 0.002;

/** Dead clay and fines, of the dry mix, past which sand turns stiff and tight (handbook default). */
export const TIRED = { dead_clay: 0.04, fines: 0.06 } as const;

/** Share of the sand drawn for molds that does not come back. */
export const SPILL_SHARE: Expected = { value: 0.02, sd: 0.01 };

/** Depth, m, to which a light casting burns sand of each binder. */
const BURNT_LAYER_M: Record<HeapBinder, number> = {
  'sodium-bentonite': 0.002,
  'calcium-bentonite': 0.003,
  'absorbent-clay': 0.004,
  'fire-clay': 0.003,
  natural: 0.003,
  oil: 0.007
};

/** Skin of a kilogram of aluminium cast 10 mm thick (modulus 5 mm at 2680 kg/m³), m². */
const SKIN_M2_PER_KG = 1 / 2680 / 0.005;

/** Sand burnt by a kilogram of metal, kg: the layer times the skin times the density. */
export function burntPerMetal(binder: HeapBinder): number {
  return BURNT_LAYER_M[binder] * SKIN_M2_PER_KG * RAMMED_DENSITY[binder === 'oil' ? 'oil' : 'water'].value;
}

/** How far castings and metals may stand from that: natural logarithm. */
export const BURNT_PER_METAL_LOG_SD = 0.7;
