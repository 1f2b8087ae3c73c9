import { GRAVITY_M_S2 } from '../reference/gravity';
import type { AlloyFigures } from '../reference/alloys';
import {
  BASIN_DEPTH_M,
  CALM_M_S,
  DISCHARGE,
  chokeArea,
  effectiveHead,
  endHead,
  ingateArea,
  sprueTaper,
  wantedEndHead,
  type Gate
} from './gating';
import { riserFor, type Riser, type RiserKind } from './riser';
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
  /** Inside of the flask: what is cut on top of the cope stays within it. */
  flask_m?: readonly [number, number] | undefined;
}

/** What somebody makes in place of what was worked out. */
export interface OwnGating {
  pour_s?: number | undefined;
  sprue_top_m?: number | undefined;
  sprue_bottom_m?: number | undefined;
  ingates?: number | undefined;
  ingate_width_m?: number | undefined;
  ingate_height_m?: number | undefined;
  /** Nought is no riser. */
  riser_m?: number | undefined;
  riser_stands?: RiserKind | undefined;
  runner_width_m?: number | undefined;
  runner_height_m?: number | undefined;
  basin_length_m?: number | undefined;
  basin_width_m?: number | undefined;
  basin_depth_m?: number | undefined;
}

export interface GatingPlan {
  /** Calm at the least, run before it freezes at the most, s; the most is null while nobody knows the thinnest wall. */
  window_s: { least: number; most: number | null };
  pour_s: number;
  /** Mean over the filling, and what is left of it as the casting is full. */
  head_m: number;
  end_head_m: number;
  choke_m2: number;
  /** Metal through the sprue, m³/s. */
  flow_m3_s: number;
  sprue: { top_m: number; bottom_m: number; length_m: number; wants_top_m: number };
  basin: { depth_m: number; length_m: number; width_m: number; dam_m: number };
  well: { diameter_m: number; depth_m: number };
  runner: { width_m: number; height_m: number; length_m: number; trap_m: number };
  ingates: { count: number; width_m: number; height_m: number; speed_m_s: number };
  vents: { count: number; diameter_m: number };
  riser: Riser | null;
  /** Open area of a filter before the runner, m². */
  filter_m2: number;
  /** Metal that fills all of the way in, kg; and what of it stands in each half, m³. */
  gating_kg: number;
  metal_m3: { cope: number; drag: number };
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
  | { is: 'riser-small'; has_m: number; wants_m: number }
  | { is: 'riser-no-room'; room_m: number; wants_m: number }
  | { is: 'no-riser'; wants_m: number }
  | { is: 'low-head'; has_m: number; wants_m: number }
  | { is: 'gates-wide'; has_m: number; most_m: number }
  | { is: 'runner-small'; has_m2: number; wants_m2: number }
  | { is: 'basin-out'; has_m: number; most_m: number }
  | { is: 'basin-narrow'; has_m: number; wants_m: number }
  | { is: 'basin-shallow'; has_m: number; wants_m: number }
  | { is: 'basin-deep'; has_m: number; most_m: number };

/** No pour by hand is shorter, s (handbook default). */
const LEAST_POUR_S = 1;
/** A stream runs until about a third of it is solid (handbook default). */
const RUNS_UNTIL_FROZEN = 0.33;
/** A sprue narrower than this freezes or is rammed shut, m. */
const LEAST_SPRUE_M = 0.006;
/** Gates take this share of the casting's side at most, and are this share of its wall in height (handbook default). */
const GATES_OF_SIDE = 2 / 3;
const GATE_OF_WALL = 0.6;
const GATE_HEIGHT_M = { least: 0.0025, most: 0.008 } as const;
const WIDEST_GATE = 6;
/** Runner to choke, by area: metal slows in it (handbook default). */
const RUNNER_TO_CHOKE = 2;
const TRAP_M = 0.025;
/** Of its box, share that a basin's metal fills: it tapers, and its dam stands in it. */
export const BASIN_FULL = 0.6;
/** Sand that stays under a basin, so that it does not break through to the parting, m (handbook default). */
const UNDER_BASIN_M = 0.02;
/** From the basin to the flask's wall, m. */
const BASIN_TO_WALL_M = 0.02;
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

/** Pounds in a kilogram, and metres in an inch: the rule for iron was made in them. */
const [LB_PER_KG, M_PER_IN] = [1 / 0.45359237, 0.0254];

/**
 * How long grey iron is poured, s.
 *
 * @source t = K·(0.95 + T/0.853)·√W, K about 1, T the wall in inches, W in pounds (foundry textbooks)
 * @example 10 kg at 10 mm → 6.6 s
 */
export const ironPourTime = (kg: number, wall_m: number): number =>
  (0.95 + wall_m / M_PER_IN / 0.853) * Math.sqrt(kg * LB_PER_KG);

/**
 * The whole way in of a mold, each part from the one before, or as somebody made it; with what is wrong about it.
 *
 * @throws RangeError when the basin stands too low to fill the casting
 * @source effective head, choke and sprue taper (see `gating`), calm gates at 0.5 m/s, riser by its modulus (see `riser`)
 */
export function planGating(of: MoldToGate, own: OwnGating = {}): GatingPlan {
  const { alloy, castings_kg, wall_m, gate, school } = of;
  const rho = alloy.liquid_kg_m3;
  const head_m = effectiveHead(of.sprue_m, of.casting_m, of.in_cope_m, gate);
  const end_head_m = endHead(of.sprue_m, of.casting_m, of.in_cope_m, gate);
  const { riser, wants: wants_riser } = riserFor(of, {
    diameter_m: own.riser_m,
    stands: own.riser_stands
  });
  const risers_kg = riser ? riser.count * riser.kg : 0;
  const filled_kg = castings_kg + risers_kg;
  // Gates first: what they let in calmly is the least time.
  const gate_height_m =
    own.ingate_height_m ??
    Math.min(GATE_HEIGHT_M.most, Math.max(GATE_HEIGHT_M.least, GATE_OF_WALL * (wall_m ?? 2 * of.modulus_m)));
  const most_gates_m = GATES_OF_SIDE * of.side_m * of.castings;
  const [slowest_kg_s, fastest_kg_s] = alloy.hand_kg_s;
  const calm_s = Math.max(
    filled_kg / fastest_kg_s,
    ingateArea(filled_kg, rho, 1) / (most_gates_m * gate_height_m)
  );
  const least_s = Math.max(LEAST_POUR_S, calm_s);
  const most_s = wall_m === null ? null : runningTime(wall_m, alloy, of.pour_c, of.sand_c);
  const steady_s = filled_kg / slowest_kg_s;
  const usual_s =
    alloy.pours_by === 'wall'
      ? ironPourTime(filled_kg, wall_m ?? 2 * of.modulus_m)
      : Math.sqrt(least_s * Math.max(least_s, steady_s));
  const pour_s = own.pour_s ?? Math.max(least_s, Math.min(usual_s, 0.7 * (most_s ?? Infinity)));
  const wants_choke_m2 = Math.max(disc(LEAST_SPRUE_M), chokeArea(filled_kg, rho, pour_s, head_m));
  const bottom_m = own.sprue_bottom_m ?? diameter(wants_choke_m2);
  const choke_m2 = disc(bottom_m);
  // A basin is no deeper than its cope.
  const basin_depth_m = Math.min(of.sprue_m, own.basin_depth_m ?? BASIN_DEPTH_M);
  const taper = sprueTaper(of.sprue_m, basin_depth_m);
  const wants_top_m = bottom_m * Math.sqrt(taper);
  const top_m = own.sprue_top_m ?? wants_top_m;
  // What the choke lets through is what fills it, whatever was wished.
  const fills_s = filled_kg / rho / (choke_m2 * DISCHARGE * Math.sqrt(2 * GRAVITY_M_S2 * head_m));
  const flow_m3_s = filled_kg / rho / fills_s;
  const wants_gates_m2 = flow_m3_s / CALM_M_S;
  const count =
    own.ingates ??
    Math.max(
      of.castings,
      Math.min(
        Math.ceil(wants_gates_m2 / (WIDEST_GATE * gate_height_m * gate_height_m) - 1e-9),
        // As many as the side takes, each twice as wide as it is high.
        Math.floor(most_gates_m / (2 * gate_height_m) + 1e-9)
      )
    );
  const width_m =
    own.ingate_width_m ??
    Math.min(most_gates_m / count, Math.max(2 * gate_height_m, wants_gates_m2 / (count * gate_height_m)));
  const speed_m_s = flow_m3_s / (count * width_m * gate_height_m);
  // A carved runner is wide and shallow; a formed one stands up.
  const usual_height_m = Math.sqrt(RUNNER_TO_CHOKE * choke_m2 * (school === 'carved' ? 0.7 : 1.2));
  const runner_height_m =
    own.runner_height_m ??
    (own.runner_width_m ? (RUNNER_TO_CHOKE * choke_m2) / own.runner_width_m : usual_height_m);
  const runner_width_m = own.runner_width_m ?? (RUNNER_TO_CHOKE * choke_m2) / runner_height_m;
  const runner_m2 = runner_width_m * runner_height_m;
  const runner = {
    width_m: runner_width_m,
    height_m: runner_height_m,
    length_m: of.side_m + TRAP_M,
    trap_m: TRAP_M
  };
  const [long_m, wide_m] = (of.flask_m ?? [Infinity, Infinity]).map((m) => m - 2 * BASIN_TO_WALL_M) as [
    number,
    number
  ];
  const basin_width_m = own.basin_width_m ?? Math.max(top_m, Math.min(wide_m, Math.max(0.03, 2.2 * top_m)));
  const basin = {
    depth_m: basin_depth_m,
    width_m: basin_width_m,
    length_m:
      own.basin_length_m ?? Math.max(basin_width_m, Math.min(long_m, Math.max(2 * basin_width_m, 0.06))),
    dam_m: basin_depth_m / 2
  };
  const well = { diameter_m: 2 * bottom_m, depth_m: runner_height_m + 0.5 * bottom_m };
  const in_cope_m3 =
    ((Math.PI * of.sprue_m) / 12) * (top_m ** 2 + top_m * bottom_m + bottom_m ** 2) +
    basin.depth_m * basin.width_m * basin.length_m * BASIN_FULL +
    risers_kg / alloy.solid_kg_m3;
  const in_drag_m3 =
    disc(well.diameter_m) * well.depth_m +
    runner_m2 * runner.length_m +
    count * width_m * gate_height_m * 0.02;
  const warnings: GatingWarning[] = [];
  if (wall_m !== null && wall_m < alloy.runs_m) warnings.push({ is: 'thin', wall_m, runs_m: alloy.runs_m });
  if (most_s !== null && most_s < least_s) warnings.push({ is: 'no-window', least_s, most_s });
  else if (most_s !== null && fills_s > most_s * 1.001)
    warnings.push({ is: 'too-slow', pour_s: fills_s, most_s });
  // A coin fills in less than a second through the narrowest sprue that does not freeze: that is no haste.
  if (fills_s < calm_s * 0.98) warnings.push({ is: 'too-fast', pour_s: fills_s, least_s: calm_s });
  const wants_end_m = wantedEndHead(castings_kg / Math.max(1, of.castings));
  if (end_head_m < wants_end_m - 1e-9)
    warnings.push({ is: 'low-head', has_m: end_head_m, wants_m: wants_end_m });
  if (count * width_m > most_gates_m * 1.001)
    warnings.push({ is: 'gates-wide', has_m: count * width_m, most_m: most_gates_m });
  if (speed_m_s > CALM_M_S * 1.02) warnings.push({ is: 'ingate-fast', speed_m_s });
  if (top_m < wants_top_m * 0.98) warnings.push({ is: 'sprue-not-full', has_m: top_m, wants_m: wants_top_m });
  if (own.pour_s !== undefined && own.sprue_bottom_m !== undefined && fills_s > own.pour_s * 1.25)
    warnings.push({ is: 'sprue-chokes', fills_s });
  // A runner no wider than the choke squirts; one as wide as it slows nothing.
  if (runner_m2 < choke_m2 * 0.98)
    warnings.push({ is: 'runner-small', has_m2: runner_m2, wants_m2: RUNNER_TO_CHOKE * choke_m2 });
  warnings.push(...basinWarnings(basin, top_m, [long_m, wide_m], of.sprue_m, own));
  if (!riser && wants_riser) warnings.push({ is: 'no-riser', wants_m: wants_riser.diameter_m });
  else if (riser && !riser.fits)
    warnings.push({ is: 'riser-no-room', room_m: riser.height_m, wants_m: riser.wants_height_m });
  else if (riser && wants_riser && riser.gives_m3 < riser.asks_m3 * 0.999)
    warnings.push({ is: 'riser-small', has_m: riser.diameter_m, wants_m: wants_riser.diameter_m });
  return {
    window_s: { least: least_s, most: most_s },
    pour_s: fills_s,
    head_m,
    end_head_m,
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
    gating_kg: (in_cope_m3 + in_drag_m3) * alloy.solid_kg_m3,
    metal_m3: { cope: in_cope_m3, drag: in_drag_m3 },
    warnings
  };
}

/** What is wrong with a basin of one's own: metal misses its sprue, air is drawn in with it, or it is cut into the wall. */
function basinWarnings(
  { length_m, width_m, depth_m }: GatingPlan['basin'],
  sprue_top_m: number,
  [long_m, wide_m]: readonly [number, number],
  cope_m: number,
  own: OwnGating
): GatingWarning[] {
  const found: GatingWarning[] = [];
  const narrowest_m = Math.min(length_m, width_m);
  if (narrowest_m < sprue_top_m * 0.98)
    found.push({ is: 'basin-narrow', has_m: narrowest_m, wants_m: sprue_top_m });
  // Metal no deeper than the hole is wide turns, and takes air along (handbook default).
  if (own.basin_depth_m !== undefined && depth_m < sprue_top_m * 0.98)
    found.push({ is: 'basin-shallow', has_m: depth_m, wants_m: sprue_top_m });
  const most_m = cope_m - UNDER_BASIN_M;
  if (own.basin_depth_m !== undefined && own.basin_depth_m > most_m + 1e-9)
    found.push({ is: 'basin-deep', has_m: own.basin_depth_m, most_m });
  // It lies along the flask or across it.
  const lies = (a: number, b: number) => a <= long_m + 1e-9 && b <= wide_m + 1e-9;
  if ((own.basin_length_m ?? own.basin_width_m) && !lies(length_m, width_m) && !lies(width_m, length_m))
    found.push({ is: 'basin-out', has_m: Math.max(length_m, width_m), most_m: Math.max(long_m, wide_m) });
  return found;
}
