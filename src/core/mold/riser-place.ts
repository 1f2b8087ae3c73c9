import type { Riser } from '../metal/riser';
import type { Alloy } from '../reference/alloys';
import { sandAround } from '../reference/mold';
import { gapToPoint, placedOutline } from '../pattern/outline';
import type { CastingBox } from './casting';
import type { Flask } from './flask';
import { outlineOfCasting } from './casting';
import type { Layout } from './layout';
import { gapToWall } from './placement';

/** A riser beside its casting stands so far off; in from the end of its casting one stands so far, m. */
const BESIDE_M = 0.01;
const IN_M = 0.016;
/** Between a riser and what it must not meet there is at least so much sand, m (handbook default). */
const SAND_M = 0.01;

/**
 * Where a riser stands along the flask: on the end of its casting that is away from the sprue, or beside that end.
 *
 * @param from_m the casting's box along the flask
 * @returns its middle, and the end that it stands at, m; and which way the casting lies from that end
 */
export function riserAlong(
  [from_m, to_m]: readonly [number, number],
  sprue_m: number,
  { diameter_m, stands }: Pick<Riser, 'diameter_m' | 'stands'>
): { x_m: number; end_m: number; inward: 1 | -1 } {
  const r = diameter_m / 2;
  const end_m = Math.abs(from_m - sprue_m) > Math.abs(to_m - sprue_m) ? from_m : to_m;
  const inward = end_m === from_m ? 1 : -1;
  if (stands !== 'on-top') return { x_m: end_m - inward * (r + BESIDE_M), end_m, inward };
  const long_m = to_m - from_m;
  const x_m =
    long_m < diameter_m ? (from_m + to_m) / 2 : end_m + inward * Math.max(r, Math.min(IN_M, long_m / 4));
  return { x_m, end_m, inward };
}

/**
 * How much sand is missing about risers that stand beside their castings: to the flask's wall and to the other castings.
 *
 * @returns the worst of them, m; 0 where all of them have room
 */
export function riserLacks(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  { places, sprue }: Layout,
  riser: Riser
): number {
  if (riser.stands === 'on-top') return 0;
  const r = riser.diameter_m / 2;
  const outlines = castings.map((casting, i) => {
    const { x_m, y_m, turned_rad } = places[i]!;
    return placedOutline(outlineOfCasting(casting), x_m, y_m, turned_rad);
  });
  let lacks_m = 0;
  const wants = (has_m: number, wanted_m: number) => (lacks_m = Math.max(lacks_m, wanted_m - has_m));
  outlines.slice(0, riser.count).forEach((outline, i) => {
    const xs = outline.map(([x]) => x);
    const { x_m } = riserAlong([Math.min(...xs), Math.max(...xs)], sprue.x_m, riser);
    const at = [x_m, places[i]!.y_m] as const;
    wants(gapToWall([at], flask) - r, Math.min(sandAround(castings[i]!.kg, alloy).wall_m, 2 * SAND_M));
    outlines.forEach((other, k) => {
      if (k !== i) wants(gapToPoint(other, at) - r, SAND_M);
    });
  });
  return lacks_m > 1e-5 ? lacks_m : 0;
}
