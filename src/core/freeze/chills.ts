import type { Place } from '../mold/placement';
import type { Body } from './bodies';

/** Halves of a mold that a chill can lie in. */
export const HALVES = ['drag', 'cope'] as const;
export type Half = (typeof HALVES)[number];

/** A round piece of iron or steel that is rammed against a casting, where that is last to freeze. */
export interface Chill {
  /** The casting that it lies against, by its number in the mold. */
  casting: number;
  /** Its middle, from that of the casting's box, as the casting itself lies, m. */
  x_m: number;
  y_m: number;
  /** Under the casting or over it. */
  half: Half;
  across_m: number;
  thick_m: number;
}

/** A place in the flask as seen from a casting's own middle, m. */
export function inCasting([x, y]: readonly [number, number], place: Place): readonly [number, number] {
  const [c, s] = [Math.cos(place.turned_rad), Math.sin(place.turned_rad)];
  const [px, py] = [x - place.x_m, y - place.y_m];
  return [c * px + s * py, -s * px + c * py];
}

/** Where a chill lies in the flask, from its middle, m. */
export function chillPlace(
  { x_m, y_m }: Pick<Chill, 'x_m' | 'y_m'>,
  place: Place
): readonly [number, number] {
  const [c, s] = [Math.cos(place.turned_rad), Math.sin(place.turned_rad)];
  return [place.x_m + c * x_m - s * y_m, place.y_m + s * x_m + c * y_m];
}

/** What a chill fills of the sand. */
export type ChillBody = Pick<Body, 'box_m' | 'column' | 'fine_m' | 'within_m'>;

/** Cells of a chill through its thickness. */
const CELLS = 4;

/**
 * A chill as it lies: against the face of its casting at each plumb line, as thick as it is.
 *
 * @returns null where its casting has no metal at its middle
 */
export function chillBody(chill: Chill, casting: Body, place: Place): ChillBody | null {
  const { half, across_m, thick_m } = chill;
  const at = chillPlace(chill, place);
  const faceAt = (x: number, y: number): number | undefined => {
    const spans = casting.column(x, y);
    return half === 'drag' ? spans[0]?.[0] : spans.at(-1)?.[1];
  };
  const middle = faceAt(...at);
  if (middle === undefined) return null;
  // A square of the same face lies on the lines of the grid, so that it takes up as much as it should in few cells too.
  const half_m = (across_m / 4) * Math.sqrt(Math.PI);
  const spanFrom = (face: number) =>
    half === 'drag' ? ([face - thick_m, face] as const) : ([face, face + thick_m] as const);
  // A face that slopes away by more than the chill is thick is not its.
  const near = (face: number | undefined) =>
    face !== undefined && Math.abs(face - middle) < thick_m ? face : middle;
  const [low, high] = spanFrom(middle);
  return {
    box_m: [
      [at[0] - half_m, at[0] + half_m],
      [at[1] - half_m, at[1] + half_m],
      [low, high]
    ],
    fine_m: thick_m / CELLS,
    within_m: thick_m / CELLS,
    column: (x, y) =>
      Math.max(Math.abs(x - at[0]), Math.abs(y - at[1])) < half_m ? [spanFrom(near(faceAt(x, y)))] : []
  };
}
