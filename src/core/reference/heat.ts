import type { HeapBinder } from './targets';

/** Rammed silica sand as heat goes through it (handbook default). */
export const SAND_THERMAL = {
  /** Dry, and damp before its water has boiled off, W/(m·K). */
  dry_w_m_k: 0.7,
  damp_w_m_k: 1.1,
  kg_m3: 1600,
  j_kg_k: 1100,
  start_c: 20
} as const;

/** Water as it boils off in sand (standard steam tables). */
export const WATER = { boils_c: 100, evaporation_j_kg: 2_257_000, j_kg_k: 4190 } as const;

/** Still air about a flask: what its outside gives off, W/(m²·K) (handbook default). */
export const AIR_W_M2_K = 10;

/** The same through a wall or a board of softwood, 20 mm of 0.15 W/(m·K), W/(m²·K). */
export const WALL_W_M2_K = 1 / (0.02 / 0.15 + 1 / AIR_W_M2_K);
/** Wood that becomes hotter than this chars, °C (handbook default). */
export const WOOD_CHARS_C = 250;

/**
 * The temperature past which a binder is dead, °C: clay has lost its bound water for good, oil is visibly black.
 *
 * Source: usual clay and foundry-textbook figures (handbook default).
 */
export const BURNT_ABOVE_C: Record<HeapBinder, number> = {
  'sodium-bentonite': 640,
  'calcium-bentonite': 550,
  'absorbent-clay': 450,
  'fire-clay': 550,
  natural: 550,
  oil: 280
};

/** Grains that the metal touches: a grain or two, m (handbook default). */
export const TOUCHED_M = 0.0004;

/** Share of the steam that goes into colder sand, where there is any; the rest leaves by vents and cope (handbook default). */
export const STEAM_TO_SAND = 0.6;

/** How long people leave castings shut, by the mass of the largest, kg, up to which each holds; hours (usual hobby practice). */
const PEOPLE_WAIT_H: readonly [number, number][] = [
  [0.1, 0.25],
  [3, 0.5],
  [8, 3],
  [Infinity, 12]
];
/** How long people usually leave a casting of this mass in its mold, s. */
export const peopleWait = (kg: number): number => PEOPLE_WAIT_H.find(([most]) => kg < most)![1] * 3600;

/**
 * The slow end of the doubt about how a mold cools: metal hotter than it was measured, less sand, and sand that is drier and
 * so takes up less heat (handbook default).
 */
export const SLOW_END = { hotter_c: 30, of_thick: 0.8, of_moisture: 0.5 } as const;
