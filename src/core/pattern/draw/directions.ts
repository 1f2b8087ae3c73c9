import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import {
  doubleNormal,
  dot,
  plus,
  size,
  squareTo,
  times,
  triangleCount,
  unit,
  type Triangles,
  type Vector
} from '../mesh/triangles';

/**
 * Directions spread evenly over half a sphere: a pull and its opposite are the same mold turned over.
 *
 * @source Fibonacci lattice
 */
export function spreadDirections(count: number): Vector[] {
  const golden = Math.PI * (3 - Math.sqrt(5));
  return Array.from({ length: count }, (_, i) => {
    const z = (i + 0.5) / count;
    const r = Math.sqrt(1 - z * z);
    return [r * Math.cos(golden * i), r * Math.sin(golden * i), z];
  });
}

/** Faces that look within this of each other look the same way, cos. */
const ALIKE = Math.cos(Math.PI / 180);

/**
 * The ways in which most of the surface looks, up or down alike, the largest first: the flats of a body, from which it is
 * usually drawn. Spread directions would miss them by a degree, and call their walls undercut.
 */
export function flatDirections(triangles: Triangles, most: number): Vector[] {
  const found: { sum: Vector; area: number }[] = [];
  // A million faces need not all be asked which way they look.
  const stride = Math.max(1, Math.floor(triangleCount(triangles) / 20_000));
  for (let t = 0; t < triangleCount(triangles); t += stride) {
    const double = doubleNormal(triangles, t);
    const area = size(double);
    if (!(area > 0)) continue;
    const way = times(double, 1 / area);
    const same = found.find(({ sum }) => Math.abs(dot(unit(sum), way)) > ALIKE);
    if (!same) {
      if (found.length < 400) found.push({ sum: times(way, area), area });
      continue;
    }
    same.sum = plus(same.sum, times(way, dot(same.sum, way) < 0 ? -area : area));
    same.area += area;
  }
  return found
    .sort((a, b) => b.area - a.area)
    .slice(0, most)
    .map(({ sum }) => exact(unit(sum)));
}

/**
 * The axes about which the surface is spread: that of a turned body is one of them, however it lies.
 *
 * @source principal axes of the second moments of area
 */
export function principalDirections({ count, at }: { count: number; at: Float32Array }): Vector[] {
  const middle = [0, 1, 2].map((k) => {
    let sum = 0;
    for (let i = k; i < 3 * count; i += 3) sum += at[i]!;
    return sum / count;
  });
  const moments = [0, 1, 2].map((a) =>
    [0, 1, 2].map((b) => {
      let sum = 0;
      for (let i = 0; i < 3 * count; i += 3) sum += (at[i + a]! - middle[a]!) * (at[i + b]! - middle[b]!);
      return sum;
    })
  );
  const axes = new EigenvalueDecomposition(new Matrix(moments), { assumeSymmetric: true }).eigenvectorMatrix;
  return [0, 1, 2].map((column) => {
    const [x, y, z] = axes.getColumn(column);
    return exact(unit([x!, y!, z!]));
  });
}

/** A direction that is an axis but for rounding is that axis. */
function exact(way: Vector): Vector {
  const axis = way.findIndex((value) => Math.abs(value) > 1 - 2e-6);
  if (axis < 0) return way;
  const along = (i: number) => (i === axis ? Math.sign(way[i]!) : 0);
  return [along(0), along(1), along(2)];
}

/** Directions about one, leaning off it by an angle, rad. */
export function around(way: Vector, angle_rad: number, count: number): Vector[] {
  const [u, v] = squareTo(way);
  return Array.from({ length: count }, (_, i) => {
    const turn = (2 * Math.PI * i) / count;
    const lean = plus(times(u, Math.cos(turn)), times(v, Math.sin(turn)));
    return unit(plus(times(way, Math.cos(angle_rad)), times(lean, Math.sin(angle_rad))));
  });
}
