import { GRAVITY_M_S2 } from '../reference/gravity';
import { HOLD_DOWN_SAFETY, LIFTS, WALL_HOLD } from '$core/reference/mold';
import { barCount } from './bars';
import type { GreenStrength } from './green-strength';
import { insideArea, insidePerimeter, type Flask } from './flask';

export interface DropOut {
  /** Shear that the slab's weight asks of the wall, Pa. */
  needed_pa: number;
  /** What the wall holds, Pa. */
  holds_pa: number;
  /** Held over needed: below 1 it falls out. */
  ratio: number;
  /** Bars across the cope; 0 where it needs none. */
  bars: number;
}

/**
 * Whether the cope's sand stays in its frame when it is lifted: a slab hangs by shear at its walls, ρ·g·A/P, and holds by
 * a share of its green strength. From an inside span of 300 mm up it wants bars, 100 to 150 mm apart.
 *
 * @param density_kg_m3 rammed
 * @param green_pa green compression of the sand
 * @source equilibrium of a hanging slab; shares and spans are handbook defaults
 */
export function dropOut(
  flask: Flask,
  density_kg_m3: number,
  green_pa: number,
  wall: keyof typeof WALL_HOLD = 'plain'
): DropOut {
  const needed_pa = (density_kg_m3 * GRAVITY_M_S2 * insideArea(flask)) / insidePerimeter(flask);
  const holds_pa = WALL_HOLD[wall] * green_pa;
  return { needed_pa, holds_pa, ratio: holds_pa / needed_pa, bars: barCount(flask) };
}

/** What makes a cope hold that would fall out, and how often its sand then holds its weight at the least. */
export interface CopeRemedy {
  by: 'grooves' | 'bars';
  least: number;
}

export interface CopeHold extends DropOut {
  /** Held over needed by the weakest and the strongest that the sand may be; `ratio` is by their middle. */
  least: number;
  most: number;
  /** Its strength was tested, and is not a guess by its kind. */
  measured: boolean;
  /** Empty where the cope holds whatever its sand is like. */
  remedies: CopeRemedy[];
}

/** The cope's frame as its sand hangs in it: whole, or a cell between two bars. */
const cellOf = (flask: Flask, bars: number): Flask => ({ ...flask, length_m: flask.length_m / (bars + 1) });

/**
 * Whether the cope's sand stays in its frame, with the doubt about how strong it is; bars carry as walls do.
 *
 * @param own what the flask has: grooves in its walls, bars across it
 * @source see `dropOut`; a cell between bars is a frame of its own
 */
export function copeHold(
  flask: Flask,
  density_kg_m3: number,
  green: GreenStrength,
  own: { wall: keyof typeof WALL_HOLD; bars: boolean }
): CopeHold {
  const could_have = Math.max(1, barCount(flask));
  const by = (pa: number, wall: keyof typeof WALL_HOLD, bars: number) =>
    dropOut(flask.shape === 'rectangular' ? cellOf(flask, bars) : flask, density_kg_m3, pa, wall);
  const has = own.bars ? could_have : 0;
  const least = by(green.least_pa, own.wall, has).ratio;
  const remedies: CopeRemedy[] =
    least >= 1
      ? []
      : [
          ...(own.wall === 'plain'
            ? [{ by: 'grooves' as const, least: by(green.least_pa, 'grooved', has).ratio }]
            : []),
          ...(own.bars || flask.shape !== 'rectangular'
            ? []
            : [{ by: 'bars' as const, least: by(green.least_pa, own.wall, could_have).ratio }])
        ];
  return {
    ...by((green.least_pa + green.most_pa) / 2, own.wall, has),
    bars: barCount(flask),
    least,
    most: by(green.most_pa, own.wall, has).ratio,
    measured: green.measured,
    remedies
  };
}

export interface CopeLift {
  /** Upward push of the metal, N, and as a mass. */
  lift_n: number;
  lift_kg: number;
  /** To put on top or clamp down beyond the cope's own weight, kg. */
  hold_down_kg: number;
}

/**
 * How hard metal lifts the cope: ρ·g·(area × head) over what it presses up on. Cope and weights together carry it with
 * something to spare, as metal surges while the mold fills.
 *
 * @param under each surface that metal presses up on: its projected area, m², and the head from it to the basin, m
 * @source hydrostatics
 * @example 180 × 120 mm, 100 mm head, 2400 kg/m³ → 50.84 N, 5.184 kg; under a cope of 4 kg 3.776 kg more
 */
export function copeLift(
  under: readonly { area_m2: number; head_m: number }[],
  metal_kg_m3: number,
  cope_kg: number,
  safety = HOLD_DOWN_SAFETY
): CopeLift {
  const lift_kg = under.reduce((total, { area_m2, head_m }) => total + area_m2 * head_m, 0) * metal_kg_m3;
  return { lift_n: lift_kg * GRAVITY_M_S2, lift_kg, hold_down_kg: Math.max(0, safety * lift_kg - cope_kg) };
}

export type Carry = 'one' | 'two-hands' | 'two-people';

/** How a lift of this mass is carried. */
export const carry = (kg: number): Carry =>
  kg > LIFTS.two_people_kg ? 'two-people' : kg > LIFTS.two_hands_kg ? 'two-hands' : 'one';
