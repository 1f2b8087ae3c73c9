import { boxOf, sidesOf, type Box } from './measure';
import { Rays } from './rays';
import type { Shells } from './shells';
import { size, type Triangles, type Vector } from './triangles';

/** What rays through a body of several shells come to. */
export interface Overlap {
  /** What at least one shell holds, each place once, m³. */
  once_m3: number;
  /** What is held again by a second, a third shell, m³. */
  again_m3: number;
  /** Somewhere two shells lie face to face, or in one another. */
  meet: boolean;
}

const AXES: readonly Vector[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1]
];
/** Rays along a side of the box. */
const RAYS = 96;
/** Shells nearer than this share of the diagonal lie face to face. */
const TOUCH = 1e-6;
/** Rays keep off the grid on which people draw. */
const ASIDE = Math.SQRT2 - 1;

/**
 * How far the shells of a mesh lie in one another: rays along the shortest side of its box, each shell's stretches told
 * apart; along the other two where they only might lie face to face. A ray that enters a shell without leaving it went
 * along an edge, and counts for nothing.
 *
 * @param signs 1 for each shell that looks outward, −1 for one that bounds a hollow
 */
export function overlapOf(triangles: Triangles, shells: Shells, signs: readonly number[]): Overlap {
  const box = boxOf(triangles);
  const sides = sidesOf(box);
  const shortest = sides.indexOf(Math.min(...sides));
  const rays = new Rays(triangles);
  const along = (axis: number) => overlapAlong(axis, box, rays, shells, signs);
  const first = along(shortest);
  const meet = first.meet || [0, 1, 2].some((axis) => axis !== shortest && along(axis).meet);
  return { ...first, meet };
}

function overlapAlong(
  along: number,
  box: Box,
  rays: Rays,
  shells: Shells,
  signs: readonly number[]
): Overlap {
  const sides = sidesOf(box);
  const [u, v] = [0, 1, 2].filter((axis) => axis !== along) as [number, number];
  const way = AXES[along]!;
  const touch_m = TOUCH * size(sides);
  const start = box.least[along]! - 0.01 * sides[along]! - touch_m;
  const cell_m2 = (sides[u]! * sides[v]!) / RAYS ** 2;
  let [once_m3, again_m3, meet] = [0, 0, false];
  for (let i = 0; i < RAYS; i++)
    for (let j = 0; j < RAYS; j++) {
      const from: [number, number, number] = [0, 0, 0];
      from[along] = start;
      from[u] = box.least[u]! + ((i + ASIDE) / RAYS) * sides[u]!;
      from[v] = box.least[v]! + ((j + ASIDE) / RAYS) * sides[v]!;
      const ends = endsAlong(rays.crossings(from, way), shells.of, signs, touch_m);
      let [depth, since, left] = [0, 0, -Infinity];
      for (const { at, by } of ends) {
        if (depth > 0) {
          once_m3 += (at - since) * cell_m2;
          again_m3 += (depth - 1) * (at - since) * cell_m2;
        }
        if (by > 0 && depth <= 0 && at - left < touch_m) meet = true;
        if (by < 0 && depth === 1) left = at;
        depth += by;
        if (depth > 1) meet = true;
        since = at;
      }
    }
  return { once_m3, again_m3, meet };
}

/** The stretches of a ray that at least one shell holds, from and to, m along it; see `endsAlong`. */
export function heldAlong(
  triangles: Triangles,
  rays: Rays,
  shells: Shells,
  signs: readonly number[]
): (from: Vector, along: Vector) => [number, number][] {
  const touch_m = TOUCH * size(sidesOf(boxOf(triangles)));
  return (from, along) => {
    const held: [number, number][] = [];
    let [depth, since] = [0, 0];
    for (const { at, by } of endsAlong(rays.crossings(from, along), shells.of, signs, touch_m)) {
      if (depth <= 0 && depth + by > 0) since = at;
      if (depth > 0 && depth + by <= 0 && at > since) held.push([since, at]);
      depth += by;
    }
    return held;
  };
}

/** Where each shell begins (1) and ends (−1) along a ray, in order; of two at one place the end first. */
function endsAlong(
  crossings: readonly { distance_m: number; triangle: number }[],
  shell_of: Uint32Array,
  signs: readonly number[],
  touch_m: number
): { at: number; by: number }[] {
  const by_shell = new Map<number, number[]>();
  for (const { distance_m, triangle } of crossings) {
    const at = by_shell.get(shell_of[triangle]!);
    if (!at) by_shell.set(shell_of[triangle]!, [distance_m]);
    // On an edge two triangles of one shell are met at once.
    else if (distance_m - at.at(-1)! > touch_m / 100) at.push(distance_m);
  }
  const ends: { at: number; by: number }[] = [];
  for (const [shell, at] of by_shell) {
    if (at.length % 2 === 1) return [];
    at.forEach((each, i) => ends.push({ at: each, by: i % 2 === 0 ? signs[shell]! : -signs[shell]! }));
  }
  return ends.sort((a, b) => a.at - b.at || a.by - b.by);
}
