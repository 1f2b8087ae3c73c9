import type { Place } from './layout';

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

/** Between a chill and the board or the top of the cope there is at least so much sand, m (handbook default). */
const SAND_M = 0.01;

/** How much a chill is too thick for the sand on its side of the casting, m; 0 where it has room. */
export function chillLacks(
  { half, thick_m }: Pick<Chill, 'half' | 'thick_m'>,
  { above_m, below_m }: { above_m: number; below_m: number },
  { cope_m, drag_m }: { cope_m: number; drag_m: number }
): number {
  const room_m = half === 'drag' ? drag_m - below_m : cope_m - above_m;
  return Math.max(0, thick_m + SAND_M - room_m);
}

/** Where a chill lies in the flask, from its middle, m. */
export function chillPlace(
  { x_m, y_m }: Pick<Chill, 'x_m' | 'y_m'>,
  place: Place
): readonly [number, number] {
  const [c, s] = [Math.cos(place.turned_rad), Math.sin(place.turned_rad)];
  return [place.x_m + c * x_m - s * y_m, place.y_m + s * x_m + c * y_m];
}
