import { ALLOYS, type Alloy } from '$core/reference/alloys';
import { METAL_OF_BOX } from '$core/reference/mold';
import { castingMass } from '../pattern/shrinkage';
import type { Solid } from '../pattern/solids';
import { solidsSurface, thinnestSolid } from '../pattern/surface';
import { rectangleOutline, type Outline } from '../pattern/outline';

/** A casting as it lies in the mold: its box at the parting, and how far it reaches into each half, m. */
export interface CastingBox {
  length_m: number;
  width_m: number;
  above_m: number;
  below_m: number;
  kg: number;
  /** What it covers on the parting; left out, its box. */
  outline?: Outline | undefined;
  /** Its shadow, m², and how much of its volume lies in the cope; left out, by its box. */
  projected_m2?: number | undefined;
  cope_share?: number | undefined;
  /** What cools it, m², and whether a mesh measured it; left out, by its box. */
  surface?: { m2: number; known: boolean } | undefined;
  /** Thinnest wall, m; left out while nobody knows it. */
  wall_m?: number | undefined;
}

export const outlineOfCasting = ({ outline, length_m, width_m }: CastingBox): Outline =>
  outline ?? rectangleOutline(length_m, width_m);

/** What is known of a pattern that a mold is made with. */
export interface PatternOutline {
  length_mm: number;
  width_mm: number;
  height_mm: number;
  above_mm: number;
  /** Of the pattern; null while only its box is known. */
  volume_l: number | null;
  footprint_mm: readonly (readonly [number, number])[] | null;
  projected_cm2?: number | null | undefined;
  cope_share?: number | null | undefined;
  /** Solids that it is put together of. */
  parts?: readonly Solid[] | null | undefined;
  /** Of its mesh. */
  mesh?: { area_m2: number; wall_m: number | null } | undefined;
}

/** Half of its box is metal, where nobody knows better (a guess). */
export const guessedVolume = (length_m: number, width_m: number, height_m: number): number =>
  METAL_OF_BOX * length_m * width_m * height_m;

/** The casting that a pattern gives in a metal, as it lies in the mold: the cavity is as large as the pattern. */
export function castingOf(pattern: PatternOutline, alloy: Alloy): CastingBox {
  const { length_mm, width_mm, height_mm, above_mm, volume_l, footprint_mm, projected_cm2, cope_share } =
    pattern;
  const { parts, mesh } = pattern;
  const [length_m, width_m, height_m] = [length_mm / 1000, width_mm / 1000, height_mm / 1000];
  const kg =
    volume_l === null
      ? guessedVolume(length_m, width_m, height_m) * ALLOYS[alloy].solid_kg_m3
      : castingMass(volume_l / 1000, alloy);
  return {
    length_m,
    width_m,
    above_m: above_mm / 1000,
    below_m: (height_mm - above_mm) / 1000,
    kg,
    ...(footprint_mm && { outline: footprint_mm.map(([x, y]) => [x / 1000, y / 1000] as const) }),
    ...(projected_cm2 != null && { projected_m2: projected_cm2 / 1e4 }),
    ...(cope_share != null && { cope_share }),
    ...(mesh
      ? { surface: { m2: mesh.area_m2, known: true }, ...(mesh.wall_m !== null && { wall_m: mesh.wall_m }) }
      : parts?.length && {
          surface: { m2: solidsSurface(parts), known: false },
          wall_m: thinnestSolid(parts)
        })
  };
}
