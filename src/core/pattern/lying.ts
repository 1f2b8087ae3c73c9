import { reachAlong } from './mesh/measure';
import { squareTo, type Triangles, type Vector } from './mesh/triangles';
import { lyingOutline, outlineOf, type Outline } from './outline';

/** A body as it lies in a mold that is drawn along a pull. */
export interface Lying {
  length_m: number;
  width_m: number;
  height_m: number;
  /** How much of its height lies in the cope, m. */
  above_m: number;
  /** What it covers on the parting, m. */
  outline: Outline;
}

/** How a body came to lie: the two axes square to the pull, turned and moved, m. */
export interface LyingFrame {
  u: Vector;
  v: Vector;
  turned_rad: number;
  x_m: number;
  y_m: number;
}

/** @param parting_m height of the parting along the pull, from the origin */
export function lyingAlong(triangles: Triangles, way: Vector, parting_m: number): Lying {
  const { outline, length_m, width_m } = lyingOf(triangles, way).lying;
  const { least, most } = reachAlong(triangles, way);
  return {
    outline,
    length_m,
    width_m,
    height_m: most - least,
    above_m: Math.max(0, Math.min(most - least, most - parting_m))
  };
}

/** The frame in which a body lies as `lyingAlong` says. */
export function lyingFrame(triangles: Triangles, way: Vector): LyingFrame {
  const { u, v, middle, lying } = lyingOf(triangles, way);
  const [c, s] = [Math.cos(lying.turned_rad), Math.sin(lying.turned_rad)];
  return {
    u,
    v,
    turned_rad: lying.turned_rad,
    x_m: lying.x_m - c * middle[0] + s * middle[1],
    y_m: lying.y_m - s * middle[0] - c * middle[1]
  };
}

function lyingOf(triangles: Triangles, way: Vector) {
  const [u, v] = squareTo(way);
  const flat = new Float32Array((2 * triangles.length) / 3);
  for (let i = 0, k = 0; i < triangles.length; i += 3, k += 2) {
    const [x, y, z] = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    flat[k] = x * u[0] + y * u[1] + z * u[2];
    flat[k + 1] = x * v[0] + y * v[1] + z * v[2];
  }
  const { outline, middle } = outlineOf(flat);
  return { u, v, middle, lying: lyingOutline(outline) };
}
