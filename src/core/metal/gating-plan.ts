import { GRAVITY_M_S2 } from '../reference/gravity';
import type { AlloyFigures } from '../reference/alloys';
import {
  BASIN_DEPTH_M,
  CALM_M_S,
  DISCHARGE,
  chokeArea,
  effectiveHead,
  ingateArea,
  sprueTaper,
  type Gate
} from './gating';
import { SAND_HEAT, solidificationTime } from './solidification';

/** How gates are made: cut in the parting with a spoon, or rammed over pieces of their own. */
export const GATING_SCHOOLS = ['carved', 'formed'] as const;
export type GatingSchool = (typeof GATING_SCHOOLS)[number];

/** What is known of a mold before its gating is worked out. Lengths m. */
export interface MoldToGate {
  alloy: AlloyFigures;
  castings_kg: number;
  /** Of all castings together. */
  castings: number;
  /** From the parting up to the level in the basin. */
  sprue_m: number;
  /** Height of the tallest casting, and how much of it lies in the cope. */
  casting_m: number;
  in_cope_m: number;
  /** Longest side of a casting at the parting: gates share it with the sand between them. */
  side_m: number;
  /** Thinnest wall; null while nobody knows it. */
  wall_m: number | null;
  /** Of the heaviest casting: volume over surface. */
  modulus_m: number;
  gate: Gate;
  school: GatingSchool;
  pour_c: number;
  sand_c?: number | undefined;
}

/** What somebody makes in place of what was worked out. */
export interface OwnGating {
  pour_s?: number | undefined;
  sprue_top_m?: number | undefined;
  sprue_bottom_m?: number | undefined;
  ingates?: number | undefined;
  ingate_width_m?: number | undefined;
  ingate_height_m?: number | undefined;
  riser_m?: number | undefined;
}

export interface Riser {
  /** One on each casting. */
  count: number;
  diameter_m: number;
  height_m: number;
  modulus_m: number;
  kg: number;
  /** What the casting asks of it, and what it can give before it is hollow, m³. */
  asks_m3: number;
  gives_m3: number;
}

export interface GatingPlan {
  /** Calm at the least, run before it freezes at the most, s; the most is null while nobody knows the thinnest wall. */
  window_s: { least: number; most: number | null };
  pour_s: number;
  head_m: number;
  choke_m2: number;
  /** Metal through the sprue, m³/s. */
  flow_m3_s: number;
  sprue: { top_m: number; bottom_m: number; length_m: number; wants_top_m: number };
  basin: { depth_m: number; length_m: number; width_m: number; dam_m: number };
  well: { diameter_m: number; depth_m: number };
  runner: { width_m: number; height_m: number; trap_m: number };
  ingates: { count: number; width_m: number; height_m: number; speed_m_s: number };
  vents: { count: number; diameter_m: number };
  riser: Riser | null;
  /** Open area of a filter before the runner, m². */
  filter_m2: number;
  /** Metal that fills all of the way in, kg. */
  gating_kg: number;
  warnings: GatingWarning[];
}

export type GatingWarning =
  | { is: 'no-window'; least_s: number; most_s: number }
  | { is: 'thin'; wall_m: number; runs_m: number }
  | { is: 'too-slow'; pour_s: number; most_s: number }
  | { is: 'too-fast'; pour_s: number; least_s: number }
  | { is: 'ingate-fast'; speed_m_s: number }
  | { is: 'sprue-not-full'; has_m: number; wants_m: number }
  | { is: 'sprue-chokes'; fills_s: number }
  | { is: 'riser-small'; has_m: number; wants_m: number };

/** Nobody pours a crucible by hand faster than this, nor steadier than so slow a stream, s and kg/s (handbook default). */
const HAND = { least_s: 1, least_kg_s: 0.06 } as const;
/** A stream runs until about a third of it is solid (handbook default). */
const RUNS_UNTIL_FROZEN = 0.33;
/** A sprue narrower than this freezes or is rammed shut, m. */
const LEAST_SPRUE_M = 0.006;
/** Gates take this share of the casting's side at most, and are this share of its wall in height. */
const GATES_OF_SIDE = 0.5;
const GATE_OF_WALL = 0.6;
const GATE_HEIGHT_M = { least: 0.0025, most: 0.008 } as const;
const WIDEST_GATE = 6;
/** Runner to choke, by area: metal slows in it (handbook default). */
const RUNNER_TO_CHOKE = 2;
const TRAP_M = 0.025;
/** A riser has 1.2 times the modulus of what it feeds, and gives this share of itself; it stands 1.5 times its width high. */
const RISER = { modulus: 1.2, gives: 0.14, height: 1.5 } as const;
/** A cylinder of that shape on its casting: π/4·1.5·D³ over (1.5 + 1/4)·π·D². */
const RISER_MODULUS_OF_D = RISER.height / 4 / (RISER.height + 0.25);
/** Castings thinner than this feed themselves through their gates. */
const FED_BY_ITS_GATE_M = 0.004;
/** A castings' own surface has a vent for so much, m². */
const VENT = { diameter_m: 0.002, kg_each: 0.35, most: 8 } as const;
/** A filter's holes hold back about so many times the choke. */
const FILTER_TO_CHOKE = 4;

const diameter = (area_m2: number) => Math.sqrt((4 * area_m2) / Math.PI);
const disc = (d: number) => (Math.PI / 4) * d * d;

/** Until metal in a wall no longer runs, s: superheat and a third of its heat of fusion, through both faces of the wall. */
export function runningTime(wall_m: number, of: AlloyFigures, pour_c: number, sand_c = 20): number {
  const freezing_c = (of.liquidus_c + of.solidus_c) / 2;
  return solidificationTime(wall_m / 2, {
    ...SAND_HEAT,
    metal_kg_m3: of.liquid_kg_m3,
    latent_j_kg: RUNS_UNTIL_FROZEN * of.latent_j_kg,
    liquid_j_kg_k: of.liquid_j_kg_k,
    superheat_k: Math.max(0, pour_c - of.liquidus_c),
    freezing_c,
    sand_c
  });
}

/**
 * The whole way in of a mold, each part from the one before, or as somebody made it; with what is wrong about it.
 *
 * @throws RangeError when the basin stands too low to fill the casting
 * @source effective head, choke and sprue taper (see `gating`), calm gates at 0.5 m/s, riser by its modulus
 */
export function planGating(of: MoldToGate, own: OwnGating = {}): GatingPlan {
  const { alloy, castings_kg, wall_m, gate, school } = of;
  const rho = alloy.liquid_kg_m3;
  const head_m = effectiveHead(of.sprue_m, of.casting_m, of.in_cope_m, gate);
  const riser = riserFor(of, own.riser_m);
  const risers_kg = riser ? riser.count * riser.kg : 0;
  const filled_kg = castings_kg + risers_kg;
  // Gates first: what they let in calmly is the least time.
  const gate_height_m =
    own.ingate_height_m ??
    Math.min(GATE_HEIGHT_M.most, Math.max(GATE_HEIGHT_M.least, GATE_OF_WALL * (wall_m ?? 2 * of.modulus_m)));
  const most_gates_m2 = GATES_OF_SIDE * of.side_m * of.castings * gate_height_m;
  const least_s = Math.max(HAND.least_s, ingateArea(filled_kg, rho, 1) / most_gates_m2);
  const most_s = wall_m === null ? null : runningTime(wall_m, alloy, of.pour_c, of.sand_c);
  const steady_s = filled_kg / HAND.least_kg_s;
  const chosen_s = Math.min(Math.sqrt(least_s * Math.max(least_s, steady_s)), 0.7 * (most_s ?? Infinity));
  const pour_s = own.pour_s ?? Math.max(HAND.least_s, Math.max(least_s, chosen_s));
  const wants_choke_m2 = Math.max(disc(LEAST_SPRUE_M), chokeArea(filled_kg, rho, pour_s, head_m));
  const bottom_m = own.sprue_bottom_m ?? diameter(wants_choke_m2);
  const choke_m2 = disc(bottom_m);
  const taper = sprueTaper(of.sprue_m, Math.min(of.sprue_m, BASIN_DEPTH_M));
  const wants_top_m = bottom_m * Math.sqrt(taper);
  const top_m = own.sprue_top_m ?? wants_top_m;
  // What the choke lets through is what fills it, whatever was wished.
  const fills_s = filled_kg / rho / (choke_m2 * DISCHARGE * Math.sqrt(2 * GRAVITY_M_S2 * head_m));
  const flow_m3_s = filled_kg / rho / fills_s;
  const wants_gates_m2 = flow_m3_s / CALM_M_S;
  const count =
    own.ingates ??
    Math.max(of.castings, Math.ceil(wants_gates_m2 / (WIDEST_GATE * gate_height_m * gate_height_m) - 1e-9));
  const width_m = own.ingate_width_m ?? Math.max(2 * gate_height_m, wants_gates_m2 / (count * gate_height_m));
  const speed_m_s = flow_m3_s / (count * width_m * gate_height_m);
  const runner_m2 = RUNNER_TO_CHOKE * choke_m2;
  // A carved runner is wide and shallow; a formed one stands up.
  const runner_height_m = Math.sqrt(runner_m2 * (school === 'carved' ? 0.7 : 1.2));
  const runner = { width_m: runner_m2 / runner_height_m, height_m: runner_height_m, trap_m: TRAP_M };
  const basin_width_m = Math.max(0.03, 2.2 * top_m);
  const basin = {
    depth_m: BASIN_DEPTH_M,
    width_m: basin_width_m,
    length_m: Math.max(2 * basin_width_m, 0.06),
    dam_m: BASIN_DEPTH_M / 2
  };
  const well = { diameter_m: 2 * bottom_m, depth_m: runner_height_m + 0.5 * bottom_m };
  const runner_length_m = of.side_m + TRAP_M;
  const gating_m3 =
    ((Math.PI * of.sprue_m) / 12) * (top_m ** 2 + top_m * bottom_m + bottom_m ** 2) +
    basin.depth_m * basin.width_m * basin.length_m * 0.6 +
    disc(well.diameter_m) * well.depth_m +
    runner_m2 * runner_length_m +
    count * width_m * gate_height_m * 0.02;
  const warnings: GatingWarning[] = [];
  if (wall_m !== null && wall_m < alloy.runs_m) warnings.push({ is: 'thin', wall_m, runs_m: alloy.runs_m });
  if (most_s !== null && most_s < least_s) warnings.push({ is: 'no-window', least_s, most_s });
  else if (most_s !== null && fills_s > most_s * 1.001)
    warnings.push({ is: 'too-slow', pour_s: fills_s, most_s });
  if (speed_m_s > CALM_M_S * 1.02) warnings.push({ is: 'ingate-fast', speed_m_s });
  if (top_m < wants_top_m * 0.98) warnings.push({ is: 'sprue-not-full', has_m: top_m, wants_m: wants_top_m });
  if (own.pour_s !== undefined && own.sprue_bottom_m !== undefined && fills_s > own.pour_s * 1.25)
    warnings.push({ is: 'sprue-chokes', fills_s });
  if (riser && riser.gives_m3 < riser.asks_m3 * 0.999)
    warnings.push({
      is: 'riser-small',
      has_m: riser.diameter_m,
      wants_m: riserFor({ ...of, modulus_m: Math.max(of.modulus_m, FED_BY_ITS_GATE_M) })!.diameter_m
    });
  return {
    window_s: { least: least_s, most: most_s },
    pour_s: fills_s,
    head_m,
    choke_m2,
    flow_m3_s,
    sprue: { top_m, bottom_m, length_m: of.sprue_m, wants_top_m },
    basin,
    well,
    runner,
    ingates: { count, width_m, height_m: gate_height_m, speed_m_s },
    vents: {
      count: Math.min(VENT.most, Math.max(of.castings, Math.ceil(castings_kg / VENT.kg_each))),
      diameter_m: VENT.diameter_m
    },
    riser,
    filter_m2: FILTER_TO_CHOKE * choke_m2,
    gating_kg: gating_m3 * alloy.solid_kg_m3 + risers_kg,
    warnings
  };
}

/**
 * A riser of 1.2 times the casting's modulus that also has metal enough: a cylinder half as high again as wide.
 *
 * @param own_m diameter of one's own
 * @returns null for thin castings, which feed themselves
 */
export function riserFor(
  {
    modulus_m,
    castings_kg,
    castings,
    alloy
  }: Pick<MoldToGate, 'modulus_m' | 'castings_kg' | 'castings' | 'alloy'>,
  own_m?: number
): Riser | null {
  if (modulus_m < FED_BY_ITS_GATE_M && own_m === undefined) return null;
  const casting_m3 = castings_kg / Math.max(1, castings) / alloy.solid_kg_m3;
  const volume = (d: number) => disc(d) * RISER.height * d;
  const asks = (d: number) => alloy.shrinks * (casting_m3 + volume(d));
  const by_modulus = (RISER.modulus * modulus_m) / RISER_MODULUS_OF_D;
  // It gives 14 % of itself, and shrinks too.
  const by_metal = Math.cbrt(
    (alloy.shrinks * casting_m3) / (RISER.gives - alloy.shrinks) / ((Math.PI / 4) * RISER.height)
  );
  const diameter_m = own_m ?? Math.max(by_modulus, by_metal);
  return {
    count: Math.max(1, castings),
    diameter_m,
    height_m: RISER.height * diameter_m,
    modulus_m: RISER_MODULUS_OF_D * diameter_m,
    kg: volume(diameter_m) * alloy.solid_kg_m3,
    asks_m3: asks(diameter_m),
    gives_m3: own_m !== undefined && own_m < by_modulus * 0.999 ? 0 : RISER.gives * volume(diameter_m)
  };
}
