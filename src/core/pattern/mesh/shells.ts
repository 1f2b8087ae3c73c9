import type { Seams } from './seams';
import type { Triangles } from './triangles';

/** The closed skins that a mesh is made of. */
export interface Shells {
  count: number;
  /** For each triangle the number of its shell. */
  of: Uint32Array;
}

/** Triangles about a point that are gone through pair by pair. */
const MANY_ABOUT = 64;

/**
 * Triangles that share an edge are of one shell: two bodies that only touch at a corner are two. For meshes that hold
 * water.
 */
export function shellsOf({ point_of, points }: Pick<Seams, 'point_of' | 'points'>): Shells {
  const triangles = point_of.length / 3;
  const begins = new Uint32Array(points + 1);
  for (const point of point_of) begins[point + 1]! += 1;
  for (let point = 0; point < points; point++) begins[point + 1]! += begins[point]!;
  const about = new Uint32Array(point_of.length);
  const fill = begins.slice();
  for (let t = 0, corner = 0; t < triangles; t++)
    for (let k = 0; k < 3; k++, corner++) about[fill[point_of[corner]!]!++] = t;

  const up = new Uint32Array(triangles).map((_, triangle) => triangle);
  const top = (triangle: number): number => {
    let at = triangle;
    while (up[at] !== at) {
      up[at] = up[up[at]!]!;
      at = up[at]!;
    }
    return at;
  };
  const join = (a: number, b: number) => (up[top(a)] = top(b));
  for (let point = 0; point < points; point++) {
    const [begin, end] = [begins[point]!, begins[point + 1]!];
    if (end - begin > MANY_ABOUT) {
      const by_other = new Map<number, number>();
      for (let i = begin; i < end; i++)
        for (const other of point_of.subarray(3 * about[i]!, 3 * about[i]! + 3)) {
          if (other === point) continue;
          const met = by_other.get(other);
          if (met === undefined) by_other.set(other, about[i]!);
          else join(met, about[i]!);
        }
      continue;
    }
    for (let i = begin; i < end; i++)
      for (let j = i + 1; j < end; j++)
        if (up[about[i]!] !== up[about[j]!] && shareAnother(point_of, about[i]!, about[j]!, point))
          join(about[i]!, about[j]!);
  }
  const number = new Int32Array(triangles).fill(-1);
  const of = new Uint32Array(triangles);
  let count = 0;
  for (let t = 0; t < triangles; t++) {
    const at = top(t);
    if (number[at]! < 0) number[at] = count++;
    of[t] = number[at]!;
  }
  return { count, of };
}

/** Two triangles at a point have a second one in common. */
function shareAnother(point_of: Uint32Array, a: number, b: number, point: number): boolean {
  for (let i = 3 * a; i < 3 * a + 3; i++) {
    const of = point_of[i]!;
    if (of === point) continue;
    for (let j = 3 * b; j < 3 * b + 3; j++) if (point_of[j] === of) return true;
  }
  return false;
}

/** The triangles of each shell by itself. */
export function apartByShell(triangles: Triangles, { count, of }: Shells): Triangles[] {
  const sizes = new Uint32Array(count);
  for (const shell of of) sizes[shell]! += 1;
  const parts = Array.from(sizes, (size) => new Float32Array(9 * size));
  const filled = new Uint32Array(count);
  for (let t = 0; t < of.length; t++) {
    const shell = of[t]!;
    parts[shell]!.set(triangles.subarray(9 * t, 9 * t + 9), filled[shell]);
    filled[shell]! += 9;
  }
  return parts;
}
