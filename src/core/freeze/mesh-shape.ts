import type { CastingBox } from '../mold/casting';
import { lyingAlong, lyingFrame } from '../pattern/lying';
import { reachAlong } from '../pattern/mesh/measure';
import { heldAlong } from '../pattern/mesh/overlap';
import { Rays } from '../pattern/mesh/rays';
import type { Whole } from '../pattern/mesh/repair';
import { apartByShell, shellsOf } from '../pattern/mesh/shells';
import { signOf } from '../pattern/mesh/united';
import { plus, times, type Vector } from '../pattern/mesh/triangles';
import type { OwnShape } from './mold-bodies';

/** A mesh is taken where its box is that of the pattern, to this share. */
const ALIKE = 0.05;

/**
 * The shape of a casting by its mesh, from the middle of its box at the parting; null where the pattern has another size than
 * its mesh.
 *
 * @param way along which it is drawn
 * @param parting_m height of the parting along the way, from the mesh's origin
 */
export function meshShape(
  { triangles, seams, again_m3 }: Pick<Whole, 'triangles' | 'seams' | 'again_m3'>,
  way: Vector,
  parting_m: number,
  box: CastingBox
): OwnShape | null {
  const lying = lyingAlong(triangles, way, parting_m);
  const alike = (a: number, b: number) => Math.abs(a - b) <= ALIKE * b;
  if (
    !alike(lying.length_m, box.length_m) ||
    !alike(lying.width_m, box.width_m) ||
    !alike(lying.height_m, box.above_m + box.below_m)
  )
    return null;
  const { u, v, turned_rad, x_m, y_m } = lyingFrame(triangles, way);
  const { least, most } = reachAlong(triangles, way);
  const below = least - 0.01 * (most - least) - 1e-6;
  const rays = new Rays(triangles);
  const spans = spansOf();
  const [c, s] = [Math.cos(turned_rad), Math.sin(turned_rad)];
  return (x, y) => {
    const [px, py] = [x - x_m, y - y_m];
    const from = plus(plus(times(u, c * px + s * py), times(v, -s * px + c * py)), times(way, below));
    return spans(from, way).map(
      ([begin, end]) => [begin + below - parting_m, end + below - parting_m] as const
    );
  };

  /** What bodies hold twice that could not be made one is metal, and no hollow between two skins. */
  function spansOf(): (from: Vector, along: Vector) => [number, number][] {
    if (again_m3 === 0) return (from, along) => rays.spans(from, along);
    const shells = shellsOf(seams);
    return heldAlong(triangles, rays, shells, apartByShell(triangles, shells).map(signOf));
  }
}
