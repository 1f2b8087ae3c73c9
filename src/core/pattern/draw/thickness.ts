import type { Rays } from '../mesh/rays';
import {
  dot,
  doubleNormal,
  minus,
  plus,
  size,
  times,
  unit,
  type Triangles,
  type Vector
} from '../mesh/triangles';
import { samplesOf } from './samples';

export interface Spot {
  at: Vector;
  thickness_m: number;
}

export interface Walls {
  /** The thinnest places, thinnest first, apart from each other. */
  thinnest: Spot[];
  /** Half of the surface has a wall thinner than this, m; null where no wall was found. */
  usual_m: number | null;
  /**
   * The thinnest wall, m: two sides that run along one another, over a share of the surface that matters. An edge that runs
   * out to nothing is no wall; null where there is none.
   */
  wall_m: number | null;
  /** What is thinner than that wall, and over which share of the surface; null where nothing is. */
  edge: { thickness_m: number; share: number } | null;
}

const SAMPLES = 4000;
const SPOTS = 5;
/** The far side of a wall looks the other way, within 60 degrees; a corner is no wall. */
const FACING = -0.5;
/** The sides of a wall run along one another within 15 degrees; those of an edge lean together. */
const ALONG = -Math.cos(Math.PI / 12);
/** A wall has this share of the surface at the least: less is a corner or an edge, which the metal behind it fills. */
const WALL_SHARE = 0.02;
/** An edge is so much thinner than the wall. */
const EDGE_OF_WALL = 0.6;
/** Two spots within this share of the diagonal are one. */
const APART = 0.08;

/**
 * Wall thickness: from points spread over the surface straight in, to where one comes out again.
 *
 * @source ray method of wall thickness; a wall told from an edge by how its two sides lean
 */
export function wallsOf(triangles: Triangles, rays: Rays, diagonal_m: number): Walls {
  const samples = samplesOf(triangles, SAMPLES);
  const found: (Spot & { along: boolean })[] = [];
  const off = 1e-5 * diagonal_m;
  for (let i = 0; i < samples.count; i++) {
    const vector = (of: Float32Array): Vector => [of[3 * i]!, of[3 * i + 1]!, of[3 * i + 2]!];
    const [at, normal] = [vector(samples.at), vector(samples.normal)];
    const inward = times(normal, -1);
    const hit = rays.first(plus(at, times(inward, off)), inward);
    if (!hit) continue;
    const far = doubleNormal(triangles, hit.triangle);
    if (!(size(far) > 0)) continue;
    const facing = dot(unit(far), normal);
    if (facing > FACING) continue;
    found.push({ at, thickness_m: hit.distance_m + off, along: facing <= ALONG });
  }
  found.sort((a, b) => a.thickness_m - b.thickness_m);
  const walls = found.filter(({ along }) => along);
  const wall_m = walls[Math.ceil(WALL_SHARE * samples.count)]?.thickness_m ?? null;
  const thinner = wall_m === null ? [] : found.filter((spot) => spot.thickness_m < EDGE_OF_WALL * wall_m);
  const thinnest: Spot[] = [];
  for (const spot of found) {
    if (thinnest.length === SPOTS) break;
    const { at, thickness_m } = spot;
    if (thinnest.every((each) => size(minus(each.at, at)) > APART * diagonal_m))
      thinnest.push({ at, thickness_m });
  }
  return {
    thinnest,
    usual_m: found[Math.floor(found.length / 2)]?.thickness_m ?? null,
    wall_m,
    edge: thinner[0] ? { thickness_m: thinner[0].thickness_m, share: thinner.length / samples.count } : null
  };
}
