import { chillPlace, type Chill } from '../mold/chill';
import type { Place } from '../mold/layout';
import type { Body } from './bodies';

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
