import type { Gate } from '../metal/gating';
import {
  planGating,
  type GatingPlan,
  type GatingSchool,
  type MoldToGate,
  type OwnGating
} from '../metal/gating-plan';
import { pouringTemperature } from '../metal/furnace';
import { patternSurface } from '../pattern/surface';
import type { AlloyFigures } from '../reference/alloys';
import { GATING_SHARE } from '../reference/mold';
import type { CastingBox } from './casting';
import type { Flask } from './flask';

/** How somebody gates, where that is known. */
export interface GatingHabit {
  gate?: Gate | undefined;
  school?: GatingSchool | undefined;
  /** Thinnest wall, where somebody measured it. */
  wall_m?: number | undefined;
  sand_c?: number | undefined;
}

/** What cools a casting, m², and whether it was measured: its own, else that of a plate as long and wide as its box. */
export function castingSurface(
  { surface, length_m, width_m, kg }: CastingBox,
  alloy: AlloyFigures
): { m2: number; known: boolean } {
  return surface ?? patternSurface({ length_m, width_m, volume_m3: kg / alloy.solid_kg_m3 });
}

/** Volume over cooling surface of a casting, m. */
const castingModulus = (box: CastingBox, alloy: AlloyFigures): number =>
  box.kg / alloy.solid_kg_m3 / castingSurface(box, alloy).m2;

/**
 * What the way in of a mold follows from: its tallest casting, its longest side, its thinnest wall and its thickest part.
 *
 * @param castings at least one, each by the mass that it has of this alloy
 */
export function moldToGate(
  castings: readonly CastingBox[],
  alloy: AlloyFigures,
  flask: Flask,
  own: GatingHabit = {}
): MoldToGate {
  const tallest = [...castings].sort((a, b) => b.above_m + b.below_m - a.above_m - a.below_m)[0]!;
  const modulus_m = Math.max(...castings.map((box) => castingModulus(box, alloy)));
  const walls = castings.flatMap(({ wall_m }) => (wall_m === undefined ? [] : [wall_m]));
  return {
    alloy,
    castings_kg: castings.reduce((sum, { kg }) => sum + kg, 0),
    castings: castings.length,
    sprue_m: flask.cope_m,
    casting_m: tallest.above_m + tallest.below_m,
    in_cope_m: Math.max(...castings.map(({ above_m }) => above_m)),
    side_m: Math.max(...castings.map(({ length_m, width_m }) => Math.max(length_m, width_m))),
    wall_m: own.wall_m ?? (walls.length > 0 ? Math.min(...walls) : null),
    modulus_m,
    gate: own.gate ?? 'parting',
    school: own.school ?? 'carved',
    pour_c: pouringTemperature(alloy, modulus_m),
    flask_m: [flask.length_m, flask.width_m],
    ...(own.sand_c !== undefined && { sand_c: own.sand_c })
  };
}

/** The way in; null where the basin stands too low to fill the casting. */
export function gatingFor(gate: MoldToGate, own: OwnGating = {}): GatingPlan | null {
  try {
    return planGating(gate, own);
  } catch (thrown) {
    if (thrown instanceof RangeError) return null;
    throw thrown;
  }
}

/**
 * The way in of castings in a flask, as it would be made without being told otherwise; null for none, and where no basin
 * fills them. What a mold weighs, how much is melted and how much sand it takes all follow from it.
 */
export const usualGating = (
  castings: readonly CastingBox[],
  alloy: AlloyFigures,
  flask: Flask
): GatingPlan | null => (castings.length === 0 ? null : gatingFor(moldToGate(castings, alloy, flask)));

/** Metal of the way in, kg: as it is gated, else a usual share of the castings where no basin fills them. */
export const gatingMass = (way: GatingPlan | null, castings_kg: number): number =>
  way?.gating_kg ?? GATING_SHARE * castings_kg;
