import type { Alloy } from '../reference/alloys';
import type { CastingBox } from './casting';
import type { Flask } from './flask';
import type { Layout } from './layout';
import { clearances, keeps } from './placement';

/**
 * A layout with one casting the other way round, so that its gate comes in at its other end.
 *
 * @param number of the casting, in the layout's order
 * @returns null where it would come too near to something that it keeps from as it lies
 * @throws RangeError where there is no such casting
 */
export function turnedRound(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  layout: Layout,
  number: number
): Layout | null {
  const own = layout.places[number];
  if (!own) throw new RangeError(`There is no casting ${number}.`);
  const turned = { ...own, turned_rad: (own.turned_rad + Math.PI) % (2 * Math.PI) };
  const tried = { ...layout, places: layout.places.map((place) => (place === own ? turned : place)) };
  const short = (of: Layout) => clearances(castings, alloy, flask, of).filter((each) => !keeps(each)).length;
  return short(tried) > short(layout) ? null : tried;
}
