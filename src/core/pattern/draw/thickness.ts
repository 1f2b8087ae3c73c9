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
}

const SAMPLES = 4000;
const SPOTS = 5;
/** The far side of a wall looks the other way, within 60 degrees; a corner is no wall. */
const FACING = -0.5;
/** Two spots within this share of the diagonal are one. */
const APART = 0.08;

/**
 * Wall thickness: from points spread over the surface straight in, to where one comes out again.
 *
 * @source ray method of wall thickness
 */
export function wallsOf(triangles: Triangles, rays: Rays, diagonal_m: number): Walls {
  const samples = samplesOf(triangles, SAMPLES);
  const found: Spot[] = [];
  const off = 1e-5 * diagonal_m;
  for (let i = 0; i < samples.count; i++) {
    const vector = (of: Float32Array): Vector => [of[3 * i]!, of[3 * i + 1]!, of[3 * i + 2]!];
    const [at, normal] = [vector(samples.at), vector(samples.normal)];
    const inward = times(normal, -1);
    const hit = rays.first(plus(at, times(inward, off)), inward);
    if (!hit) continue;
    const far = doubleNormal(triangles, hit.triangle);
    if (!(size(far) > 0) || dot(unit(far), normal) > FACING) continue;
    found.push({ at, thickness_m: hit.distance_m + off });
  }
  found.sort((a, b) => a.thickness_m - b.thickness_m);
  const thinnest: Spot[] = [];
  for (const spot of found) {
    if (thinnest.length === SPOTS) break;
    if (thinnest.every(({ at }) => size(minus(at, spot.at)) > APART * diagonal_m)) thinnest.push(spot);
  }
  return { thinnest, usual_m: found[Math.floor(found.length / 2)]?.thickness_m ?? null };
}
