import { triangleCount, type Triangles } from '../mesh/triangles';

/** Points spread evenly over a body's surface, each standing for the same area. */
export interface Samples {
  count: number;
  /** Where they lie, three numbers each, m. */
  at: Float32Array;
  /** Which way the surface looks there, outward, three numbers each. */
  normal: Float32Array;
  triangle: Uint32Array;
  /** What each stands for, m². */
  area_m2: number;
}

/** Fractional steps of the golden ratio and its plane counterpart: they fill evenly whatever the count. */
const GOLDEN = [0.7548776662466927, 0.5698402909980532] as const;

/**
 * Points along the triangles in their order, at equal steps of area: large triangles have many, small ones in turn. The
 * same body always gives the same points.
 *
 * @param count how many, more than 0
 * @throws RangeError on a body without area
 * @source systematic sampling; the place in a triangle by a low-discrepancy (R2) sequence
 */
export function samplesOf(triangles: Triangles, count: number): Samples {
  const many = triangleCount(triangles);
  const at = new Float32Array(3 * count);
  const normal = new Float32Array(3 * count);
  const triangle = new Uint32Array(count);
  const areas = new Float64Array(many);
  let total = 0;
  for (let t = 0; t < many; t++) total += areas[t] = areaOf(triangles, 9 * t);
  if (!(total > 0)) throw new RangeError('A body without area has no surface to look at.');
  const step = total / count;
  let sum = 0;
  let next = 0;
  for (let t = 0; t < many && next < count; t++) {
    sum += areas[t]!;
    while (next < count && (next + 0.5) * step < sum) {
      let u = ((next + 1) * GOLDEN[0]) % 1;
      let v = ((next + 1) * GOLDEN[1]) % 1;
      if (u + v > 1) [u, v] = [1 - u, 1 - v];
      place(triangles, 9 * t, u, v, areas[t]!, at, normal, 3 * next);
      triangle[next] = t;
      next += 1;
    }
  }
  return { count: next, at, normal, triangle, area_m2: step };
}

function areaOf(of: Triangles, i: number): number {
  const ux = of[i + 3]! - of[i]!;
  const uy = of[i + 4]! - of[i + 1]!;
  const uz = of[i + 5]! - of[i + 2]!;
  const vx = of[i + 6]! - of[i]!;
  const vy = of[i + 7]! - of[i + 1]!;
  const vz = of[i + 8]! - of[i + 2]!;
  return 0.5 * Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx);
}

function place(
  of: Triangles,
  i: number,
  u: number,
  v: number,
  area: number,
  at: Float32Array,
  normal: Float32Array,
  to: number
): void {
  const d = [0, 1, 2].map((k) => [of[i + 3 + k]! - of[i + k]!, of[i + 6 + k]! - of[i + k]!] as const);
  d.forEach(([a, b], k) => (at[to + k] = of[i + k]! + u * a + v * b));
  for (let k = 0; k < 3; k++) {
    const [a, b] = [d[(k + 1) % 3]!, d[(k + 2) % 3]!];
    normal[to + k] = (a[0] * b[1] - b[0] * a[1]) / (2 * area);
  }
}
