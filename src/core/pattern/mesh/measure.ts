import type { Triangles, Vector } from './triangles';

export interface Box {
  least: Vector;
  most: Vector;
}

export interface Measures {
  /** Inside volume, m³; below 0 when the faces look inwards. */
  volume_m3: number;
  /** Surface, m². */
  area_m2: number;
  box: Box;
}

/**
 * Volume by signed tetrahedra about the middle of the box, surface and box, in one pass. Far from the origin the middle
 * keeps the digits.
 *
 * @throws RangeError on no triangle
 * @source divergence theorem
 */
export function measure(triangles: Triangles): Measures {
  if (triangles.length === 0) throw new RangeError('There is no triangle to measure.');
  const box = boxOf(triangles);
  const [cx, cy, cz] = [0, 1, 2].map((i) => (box.least[i]! + box.most[i]!) / 2) as [number, number, number];
  let volume6 = 0;
  let area2 = 0;
  for (let i = 0; i < triangles.length; i += 9) {
    const ax = triangles[i]! - cx;
    const ay = triangles[i + 1]! - cy;
    const az = triangles[i + 2]! - cz;
    const bx = triangles[i + 3]! - cx;
    const by = triangles[i + 4]! - cy;
    const bz = triangles[i + 5]! - cz;
    const dx = triangles[i + 6]! - cx;
    const dy = triangles[i + 7]! - cy;
    const dz = triangles[i + 8]! - cz;
    volume6 += ax * (by * dz - bz * dy) + ay * (bz * dx - bx * dz) + az * (bx * dy - by * dx);
    const ux = bx - ax;
    const uy = by - ay;
    const uz = bz - az;
    const vx = dx - ax;
    const vy = dy - ay;
    const vz = dz - az;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    area2 += Math.sqrt(nx * nx + ny * ny + nz * nz);
  }
  return { volume_m3: volume6 / 6, area_m2: area2 / 2, box };
}

/** The box along the axes that holds all corners; a corner that is no number, or endless, shows in it. */
export function boxOf(triangles: Triangles): Box {
  let [x0, y0, z0] = [Infinity, Infinity, Infinity];
  let [x1, y1, z1] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < triangles.length; i += 3) {
    const x = triangles[i]!;
    const y = triangles[i + 1]!;
    const z = triangles[i + 2]!;
    x0 = Math.min(x0, x);
    x1 = Math.max(x1, x);
    y0 = Math.min(y0, y);
    y1 = Math.max(y1, y);
    z0 = Math.min(z0, z);
    z1 = Math.max(z1, z);
  }
  return { least: [x0, y0, z0], most: [x1, y1, z1] };
}

export const sidesOf = ({ least, most }: Box): Vector => [
  most[0] - least[0],
  most[1] - least[1],
  most[2] - least[2]
];

/** How far the body reaches along a direction, m from the origin. */
export function reachAlong(triangles: Triangles, [dx, dy, dz]: Vector): { least: number; most: number } {
  let [least, most] = [Infinity, -Infinity];
  for (let i = 0; i < triangles.length; i += 3) {
    const h = triangles[i]! * dx + triangles[i + 1]! * dy + triangles[i + 2]! * dz;
    if (h < least) least = h;
    if (h > most) most = h;
  }
  return { least, most };
}
