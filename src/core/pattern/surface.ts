import type { Solid } from './solids';

const { PI } = Math;

/** Outside of one solid, m²; of a ring with its bore. */
export function solidSurface(solid: Solid): number {
  switch (solid.shape) {
    case 'box':
      return (
        2 *
        (solid.length_m * solid.width_m + solid.length_m * solid.height_m + solid.width_m * solid.height_m)
      );
    case 'cylinder':
    case 'disc':
      return PI * solid.diameter_m * (solid.diameter_m / 2 + solid.height_m);
    case 'ring':
      return (
        PI * (solid.diameter_m + solid.inner_m) * solid.height_m +
        (PI / 2) * (solid.diameter_m ** 2 - solid.inner_m ** 2)
      );
    case 'sphere':
      return PI * solid.diameter_m ** 2;
    case 'frustum': {
      const [a, b] = [solid.diameter_m / 2, solid.top_m / 2];
      return PI * (a * a + b * b + (a + b) * Math.hypot(solid.height_m, a - b));
    }
  }
}

/** How much of the outside of solids that are put together lies open: the rest lies in one another (a guess). */
const OPEN_SHARE = 0.9;

/** Outside of solids that are put together, m²: as a first guess. */
export function solidsSurface(solids: readonly Solid[]): number {
  const m2 = solids.reduce(
    // The wall of a hole cools too; its two mouths are no outside.
    (sum, solid) => sum + (solid.count ?? 1) * (solid.hole ? 0.5 : 1) * solidSurface(solid),
    0
  );
  return solids.length === 1 ? m2 : OPEN_SHARE * m2;
}

/**
 * Surface of a casting: as its mesh has it, of the solids that it is put together of, or of a plate as long and wide as
 * its box that holds its volume.
 *
 * @returns m², and whether it was measured
 * @example a box of 90 × 40 × 12 mm with 30 cm³ in it lies as a plate 8.3 mm thick → 93.7 cm²
 */
export function patternSurface(of: {
  mesh_m2?: number | null | undefined;
  solids?: readonly Solid[] | null | undefined;
  length_m: number;
  width_m: number;
  volume_m3: number;
}): { m2: number; known: boolean } {
  if (of.mesh_m2 != null) return { m2: of.mesh_m2, known: true };
  if (of.solids?.length) return { m2: solidsSurface(of.solids), known: false };
  const { length_m, width_m, volume_m3 } = of;
  const thick_m = volume_m3 / (length_m * width_m);
  return { m2: 2 * length_m * width_m + 2 * (length_m + width_m) * thick_m, known: false };
}

/** Thinnest of solids that are put together, m: as a first guess of the thinnest wall. */
export const thinnestSolid = (solids: readonly Solid[]): number =>
  Math.min(
    ...solids
      .filter(({ hole }) => !hole)
      .map((solid) => {
        if (solid.shape === 'ring') return (solid.diameter_m - solid.inner_m) / 2;
        const height = 'height_m' in solid ? solid.height_m : Infinity;
        const across = solid.shape === 'box' ? Math.min(solid.length_m, solid.width_m) : solid.diameter_m;
        return Math.min(height, across);
      })
  );
