import { ALLOYS, type Alloy } from '$core/reference/alloys';
import type { GatingPlan } from '$core/metal/gating-plan';
import { guessedVolume, type CastingBox } from './casting';
import { facingVolume } from './facing';
import { fit, type Fit } from './fit';
import type { Flask } from './flask';
import { carry, copeHold, copeLift, type Carry, type CopeHold, type CopeLift } from './holding';
import type { GreenStrength } from './green-strength';
import { gatingMass, usualGating } from './mold-gating';
import { sandDemand, type SandDemand, type Solids } from './sand-demand';

/** A casting by its outside, before it is known any better. */
export interface CastingOutline {
  length_m: number;
  width_m: number;
  height_m: number;
  /** Where it lies: all in the drag, half in each, or all in the cope. */
  lies: 'drag' | 'split' | 'cope';
  /** Of one; left out, half of its box is taken for metal. */
  kg?: number | undefined;
  count: number;
}

export const outlineMass = ({ length_m, width_m, height_m, kg }: CastingOutline, alloy: Alloy): number =>
  kg ?? guessedVolume(length_m, width_m, height_m) * ALLOYS[alloy].solid_kg_m3;

/** The castings of an outline as they lie in the mold. */
export function castingBoxes(outline: CastingOutline, alloy: Alloy): CastingBox[] {
  const { length_m, width_m, height_m, lies, count } = outline;
  const above_m = { drag: 0, split: height_m / 2, cope: height_m }[lies];
  const box = { length_m, width_m, above_m, below_m: height_m - above_m, kg: outlineMass(outline, alloy) };
  return Array.from({ length: count }, () => box);
}

/** Metal lifts the cope where it stands under sand: over a blind riser too. */
function blindRisers(way: GatingPlan | null, { cope_m }: Flask): { area_m2: number; head_m: number }[] {
  const riser = way?.riser;
  if (riser?.stands !== 'blind') return [];
  const area_m2 = (riser.count * Math.PI * riser.diameter_m ** 2) / 4;
  return [{ area_m2, head_m: cope_m - riser.height_m }];
}

export interface FlaskJudgement {
  fit: Fit;
  /** Null where the castings fill more than a half holds. */
  demand: SandDemand | null;
  /** Of the sand, what lies as facing over the patterns, kg in each half; the rest backs it. */
  facing: { cope_kg: number; drag_kg: number } | null;
  metal_kg: number;
  /** In the order in which they are lifted; empty weights count where they are known. */
  lifts: { what: 'drag' | 'cope' | 'closed' | 'poured'; kg: number; carry: Carry }[];
  cope_lift: CopeLift | null;
  /** Null where no sand is named. */
  drop_out: CopeHold | null;
}

/** What of a casting lies in the cope, share of its volume: as it was measured, else as its height lies. */
const inCope = ({ above_m, below_m, cope_share }: CastingBox) => cope_share ?? above_m / (above_m + below_m);

/**
 * Pattern and gating in each half, m³: sprue, basin and risers stand in the cope; the castings lie as they do.
 *
 * @param way in; null where there is none that fills them
 */
export function solidsOf(castings: readonly CastingBox[], alloy: Alloy, way: GatingPlan | null): Solids {
  const { solid_kg_m3 } = ALLOYS[alloy];
  const cast_kg = castings.reduce((total, { kg }) => total + kg, 0);
  const reach = castings.reduce((total, casting) => total + casting.kg * inCope(casting), 0);
  const way_m3 = way?.metal_m3 ?? { cope: gatingMass(null, cast_kg) / solid_kg_m3, drag: 0 };
  return {
    cope_m3: reach / solid_kg_m3 + way_m3.cope,
    drag_m3: (cast_kg - reach) / solid_kg_m3 + way_m3.drag
  };
}

/**
 * What a flask of one's own comes to for some castings: whether they fit, the sand, every lift, and what holds the cope.
 *
 * @param own its empty weights, kg, its wall and whether it has bars
 * @param sand density rammed, kg/m³, and how strong it is, as far as that is known
 * @param runner_m2 what the runners cover on the parting, m²: metal pushes up over them too
 * @param way in; left out, as it would usually be made
 */
export function judgeFlask(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  own: { cope_kg: number | null; drag_kg: number | null; wall: 'plain' | 'grooved'; bars: boolean },
  sand: { density_kg_m3: number; green: GreenStrength | null },
  runner_m2 = 0,
  way: GatingPlan | null = usualGating(castings, ALLOYS[alloy], flask)
): FlaskJudgement {
  const { liquid_kg_m3 } = ALLOYS[alloy];
  const cast_kg = castings.reduce((total, { kg }) => total + kg, 0);
  const metal_kg = cast_kg + gatingMass(way, cast_kg);
  const solids = solidsOf(castings, alloy, way);
  const judged = fit(castings, alloy, flask);
  let demand: SandDemand | null = null;
  try {
    demand = sandDemand(flask, solids, sand.density_kg_m3);
  } catch (thrown) {
    // More pattern than flask: it does not fit, and that is said.
    if (!(thrown instanceof RangeError)) throw thrown;
  }
  if (!demand)
    return { fit: judged, demand, facing: null, metal_kg, lifts: [], cope_lift: null, drop_out: null };
  const faced = facingVolume(castings, flask, solids);
  const cope = demand.cope_kg + (own.cope_kg ?? 0);
  const drag = demand.drag_kg + (own.drag_kg ?? 0);
  const lift = (what: FlaskJudgement['lifts'][number]['what'], kg: number) => ({
    what,
    kg,
    carry: carry(kg)
  });
  return {
    fit: judged,
    demand,
    facing: {
      cope_kg: faced.cope_m3 * sand.density_kg_m3,
      drag_kg: faced.drag_m3 * sand.density_kg_m3
    },
    metal_kg,
    lifts: [
      lift('drag', drag),
      lift('cope', cope),
      lift('closed', cope + drag),
      lift('poured', cope + drag + metal_kg)
    ],
    cope_lift: copeLift(
      [
        ...castings.map(({ length_m, width_m, above_m, projected_m2 }) => ({
          area_m2: projected_m2 ?? length_m * width_m,
          head_m: Math.max(0, flask.cope_m - above_m)
        })),
        { area_m2: runner_m2, head_m: flask.cope_m },
        ...blindRisers(way, flask)
      ],
      liquid_kg_m3,
      cope
    ),
    drop_out: sand.green && copeHold(flask, sand.density_kg_m3, sand.green, own)
  };
}
