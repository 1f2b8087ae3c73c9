/** A simple solid, its sizes in metres. A hole is one that is taken away. */
export type Solid = { count?: number; hole?: boolean } & (
  | { shape: 'box'; length_m: number; width_m: number; height_m: number }
  | { shape: 'cylinder'; diameter_m: number; height_m: number }
  | { shape: 'disc'; diameter_m: number; height_m: number }
  | { shape: 'ring'; diameter_m: number; inner_m: number; height_m: number }
  | { shape: 'sphere'; diameter_m: number }
  | { shape: 'frustum'; diameter_m: number; top_m: number; height_m: number }
);
export type SolidShape = Solid['shape'];

/** What is asked of each, in the order in which one measures. */
export const SOLID_SIZES = {
  box: ['length', 'width', 'height'],
  cylinder: ['diameter', 'height'],
  disc: ['diameter', 'height'],
  ring: ['diameter', 'inner', 'height'],
  sphere: ['diameter'],
  frustum: ['diameter', 'top', 'height']
} as const satisfies Record<SolidShape, readonly string[]>;
export const SOLID_SHAPES = Object.keys(SOLID_SIZES) as SolidShape[];

const quarter = Math.PI / 4;

/**
 * Volume of one solid, m³; a cylinder and a disc are one.
 *
 * @throws RangeError on a ring whose hole is as wide as itself
 * @source solid geometry
 */
export function solidVolume(solid: Solid): number {
  switch (solid.shape) {
    case 'box':
      return solid.length_m * solid.width_m * solid.height_m;
    case 'cylinder':
    case 'disc':
      return quarter * solid.diameter_m ** 2 * solid.height_m;
    case 'ring':
      if (!(solid.inner_m < solid.diameter_m))
        throw new RangeError('The hole of a ring is smaller than the ring.');
      return quarter * (solid.diameter_m ** 2 - solid.inner_m ** 2) * solid.height_m;
    case 'sphere':
      return (Math.PI / 6) * solid.diameter_m ** 3;
    case 'frustum': {
      const { diameter_m: a, top_m: b, height_m } = solid;
      return (Math.PI / 12) * height_m * (a * a + a * b + b * b);
    }
  }
}

/**
 * Volume of solids put together, holes taken away, m³.
 *
 * @throws RangeError when the holes take more than there is
 */
export function solidsVolume(solids: readonly Solid[]): number {
  const total = solids.reduce(
    (sum, solid) => sum + (solid.hole ? -1 : 1) * (solid.count ?? 1) * solidVolume(solid),
    0
  );
  if (!(total > 0)) throw new RangeError('The holes take away more than the solids hold.');
  return total;
}

/** Outside of one solid: length, width and height, m. */
export function solidBox(solid: Solid): [number, number, number] {
  switch (solid.shape) {
    case 'box':
      return [solid.length_m, solid.width_m, solid.height_m];
    case 'sphere':
      return [solid.diameter_m, solid.diameter_m, solid.diameter_m];
    case 'frustum': {
      const widest = Math.max(solid.diameter_m, solid.top_m);
      return [widest, widest, solid.height_m];
    }
    default:
      return [solid.diameter_m, solid.diameter_m, solid.height_m];
  }
}

/** The largest outside of any of them that is no hole: where they lie in one another, that of the whole. */
export function solidsBox(solids: readonly Solid[]): [number, number, number] {
  const boxes = solids.filter(({ hole }) => !hole).map(solidBox);
  return [0, 1, 2].map((i) => Math.max(0, ...boxes.map((box) => box[i]!))) as [number, number, number];
}
