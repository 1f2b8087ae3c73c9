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

/** @param parting_m height of the parting along the pull, from the origin */
export function lyingAlong(triangles: Triangles, way: Vector, parting_m: number): Lying {
  const [u, v] = squareTo(way);
  const flat = new Float32Array((2 * triangles.length) / 3);
  for (let i = 0, k = 0; i < triangles.length; i += 3, k += 2) {
    const [x, y, z] = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    flat[k] = x * u[0] + y * u[1] + z * u[2];
    flat[k + 1] = x * v[0] + y * v[1] + z * v[2];
  }
  const { least, most } = reachAlong(triangles, way);
  return {
    ...lyingOutline(outlineOf(flat).outline),
    height_m: most - least,
    above_m: Math.max(0, Math.min(most - least, most - parting_m))
  };
}
