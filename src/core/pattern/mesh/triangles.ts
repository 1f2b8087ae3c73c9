/**
 * The triangles of a body, nine numbers each: three corners of x, y, z, in metres, anticlockwise seen from outside. Kept
 * as one flat list, so that a million of them are 36 MB and go to a worker without being copied.
 */
export type Triangles = Float32Array;

export type Vector = readonly [number, number, number];

export const triangleCount = (triangles: Triangles): number => triangles.length / 9;

export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
];
export const times = (a: Vector, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by];
export const plus = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const size = (a: Vector): number => Math.hypot(...a);
/** @throws RangeError on a vector of no length, which points nowhere */
export function unit(a: Vector): Vector {
  const length = size(a);
  if (!(length > 0)) throw new RangeError('A direction needs a length.');
  return times(a, 1 / length);
}

/** Two directions that stand square on a third and on each other, right-handed with it. */
export function squareTo(d: Vector): [Vector, Vector] {
  // The axis that lies least along it makes the best angle.
  const [x, y, z] = d.map(Math.abs) as [number, number, number];
  const axis: Vector = x <= y && x <= z ? [1, 0, 0] : y <= z ? [0, 1, 0] : [0, 0, 1];
  const u = unit(cross(axis, d));
  return [u, cross(d, u)];
}

/** A corner of a triangle, 0 to 2. */
export const corner = (triangles: Triangles, triangle: number, which: number): Vector => {
  const at = 9 * triangle + 3 * which;
  return [triangles[at]!, triangles[at + 1]!, triangles[at + 2]!];
};

/** Twice the area of a triangle along its outward normal, m². */
export function doubleNormal(triangles: Triangles, triangle: number): Vector {
  const a = corner(triangles, triangle, 0);
  return cross(minus(corner(triangles, triangle, 1), a), minus(corner(triangles, triangle, 2), a));
}
