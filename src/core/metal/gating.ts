import { GRAVITY_M_S2 } from '../reference/gravity';

/** Share of the ideal flow that a choke of a hobby mold lets through (handbook default). */
export const DISCHARGE = 0.8;
/** Faster than this at the ingate metal folds air and skin into itself, m/s (handbook default). */
export const CALM_M_S = 0.5;
/** Depth of metal kept over the sprue's mouth by a basin with a dam, m (handbook default). */
export const BASIN_DEPTH_M = 0.03;

export const GATES = ['top', 'bottom', 'parting'] as const;
/** Where the gate enters the casting: at its top, at its bottom, or at the parting. */
export type Gate = (typeof GATES)[number];

/** So far the basin stands over the top of what it fills when the mold is full: less fills badly, m (handbook default). */
const END_HEAD_M = { usual: 0.05, small: 0.04, small_below_kg: 0.1 } as const;

/** What the basin should stand above a casting of this mass. */
export const wantedEndHead = (kg: number): number =>
  kg < END_HEAD_M.small_below_kg ? END_HEAD_M.small : END_HEAD_M.usual;

/**
 * How far the basin still stands above the casting's top as the last of it fills, m: nought or less never fills it, whatever
 * the mean head.
 *
 * @source hydrostatics
 */
export const endHead = (choke_m: number, casting_m: number, in_cope_m: number, gate: Gate): number =>
  choke_m - { top: 0, bottom: casting_m, parting: in_cope_m }[gate];

/**
 * The head that presses the metal in, mean over the filling: the level in the mold rises against it.
 *
 * @param choke_m from the choke up to the level in the basin, m
 * @param casting_m height of the casting, m
 * @param in_cope_m how much of it lies in the cope, m
 * @throws RangeError when the casting's top stands as high as the basin, or higher
 * @source h for a top gate, h − c/2 for a bottom gate, h − p²/(2c) for a gate at the parting
 * @example effectiveHead(0.12, 0.07, 0.04, 'parting') // 0.10857 m
 */
export function effectiveHead(choke_m: number, casting_m: number, in_cope_m: number, gate: Gate): number {
  // A mean head hides a top that never fills.
  if (!(endHead(choke_m, casting_m, in_cope_m, gate) > 1e-9))
    throw new RangeError(
      'The basin stands no higher than the casting: its top never fills. Raise the cope or the basin.'
    );
  return {
    top: choke_m,
    bottom: choke_m - casting_m / 2,
    parting: casting_m > 0 ? choke_m - in_cope_m ** 2 / (2 * casting_m) : choke_m
  }[gate];
}

/**
 * Area of the choke, the narrowest place of the way in, that fills a mold in a time, m².
 *
 * @source A = W/(ρ·t·C·√(2gH))
 * @example chokeArea(1.8, 2400, 5, 0.1) // 133.9 mm²
 */
export const chokeArea = (
  poured_kg: number,
  liquid_kg_m3: number,
  pour_s: number,
  head_m: number,
  discharge = DISCHARGE
): number => poured_kg / (liquid_kg_m3 * pour_s * discharge * Math.sqrt(2 * GRAVITY_M_S2 * head_m));

/**
 * How much wider a sprue's top is than its bottom so that it runs full: falling metal draws itself thin.
 *
 * @param bottom_m and
 * @param top_m depth below the level in the basin, m; the top's more than 0
 * @throws RangeError when the top lies in the level itself, or below the bottom
 * @source continuity of free fall: √(h_bottom/h_top)
 * @example sprueTaper(0.12, 0.03) // 2
 */
export function sprueTaper(bottom_m: number, top_m: number): number {
  if (!(top_m > 0 && bottom_m >= top_m))
    throw new RangeError('A sprue begins below the level in the basin and ends below that.');
  return Math.sqrt(bottom_m / top_m);
}

/** Area of all ingates together that keeps the metal calm, m²: its flow over the calm speed. */
export const ingateArea = (poured_kg: number, liquid_kg_m3: number, pour_s: number): number =>
  poured_kg / (liquid_kg_m3 * pour_s * CALM_M_S);
