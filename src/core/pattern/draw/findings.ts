import { BEVEL_HEIGHT_M, DEEP_WALL_M, THINNEST_WALL_M, type Remedy } from '$core/reference/pattern';
import { FAMILY } from '$core/reference/mold';
import type { Alloy } from '$core/reference/alloys';
import type { Seams } from '../mesh/seams';
import type { Vector } from '../mesh/triangles';
import type { Drawing } from './drawing';
import type { Pull } from './search';
import type { Walls } from './thickness';

/** Something about a body that one wants to know before the first grain is rammed. */
export type Finding =
  | { is: 'open'; edges: number; remedies: Remedy[] }
  | { is: 'overlap'; share: number; remedies: Remedy[] }
  | { is: 'undercut'; area_m2: number; share: number; at: Vector | null; remedies: Remedy[] }
  | { is: 'stepped'; flat_m2: number; remedies: Remedy[] }
  | { is: 'no-draft'; area_m2: number; share: number; deep: boolean; remedies: Remedy[] }
  | { is: 'thin'; thickness_m: number; at: Vector; remedies: Remedy[] }
  | { is: 'thin-edge'; thickness_m: number; share: number; remedies: Remedy[] }
  | { is: 'better-way'; undercut_m2: number; instead_m2: number; remedies: Remedy[] }
  | { is: 'draws'; remedies: Remedy[] };

/** What nobody at the bench would notice, share of the surface. */
const WORTH_SAYING = 0.003;

/**
 * What a drawing comes to, in the order in which it stands in the way: what cannot be worked out, what holds the pattern in
 * the sand, what tears the mold, what the metal will not fill. A body with none of these draws, and that is said.
 *
 * @param best the pulls that the search found, best first; the drawing may be along another
 * @param alloy that it is to be cast in
 */
export function findingsOf(
  drawing: Drawing,
  best: readonly Pull[],
  walls: Walls,
  skin: Pick<Seams, 'open' | 'turned' | 'crowded'> & { again_share: number },
  alloy: Alloy
): Finding[] {
  const surface = Object.values(drawing.area_m2).reduce((sum, each) => sum + each, 0);
  const share = (area: number) => area / surface;
  const findings: Finding[] = [];
  const loose = skin.open + skin.turned + skin.crowded;
  if (loose > 0) findings.push({ is: 'open', edges: loose, remedies: ['mend'] });
  if (skin.again_share > WORTH_SAYING)
    findings.push({ is: 'overlap', share: skin.again_share, remedies: ['unite'] });
  const { undercut_m2, stepped_m2, stepped, undercuts } = drawing;
  const first = best[0];
  const heldBack = ({ stepped_m2: any, flat_m2: flat }: Pull) => (stepped ? any : flat);
  if (first && share(undercut_m2 - heldBack(first)) > WORTH_SAYING)
    findings.push({ is: 'better-way', undercut_m2, instead_m2: heldBack(first), remedies: ['turn'] });
  if (share(stepped_m2) > WORTH_SAYING)
    findings.push({
      is: 'undercut',
      area_m2: stepped_m2,
      share: share(stepped_m2),
      at: undercuts[0]?.at ?? null,
      // Sawn at its parting it is held by the same sand.
      remedies: ['back-fill', 'loose-piece', 'core', 'insert']
    });
  if (!stepped && share(undercut_m2 - stepped_m2) > WORTH_SAYING)
    findings.push({
      is: 'stepped',
      flat_m2: undercut_m2 - stepped_m2,
      // Halves sawn flat come free only where a flat parting frees all that can be freed.
      remedies: share(drawing.flat_m2 - stepped_m2) > WORTH_SAYING ? ['cope-down'] : ['split', 'cope-down']
    });
  const { none } = drawing.area_m2;
  const depth = Math.max(drawing.cope_m, drawing.drag_m);
  if (share(none) > WORTH_SAYING) {
    const deep = depth > DEEP_WALL_M;
    findings.push({
      is: 'no-draft',
      area_m2: none,
      share: share(none),
      deep,
      remedies:
        drawing.cope_m + drawing.drag_m <= BEVEL_HEIGHT_M
          ? ['bevel', 'draft']
          : deep
            ? ['draft']
            : ['draft', 'wax']
    });
  }
  const thinnest = walls.thinnest[0];
  const least_m = THINNEST_WALL_M[FAMILY[alloy]];
  if (thinnest && walls.wall_m !== null && walls.wall_m < least_m)
    findings.push({
      is: 'thin',
      thickness_m: walls.wall_m,
      at: thinnest.at,
      remedies: ['thicken', 'hot']
    });
  else if (walls.edge && walls.edge.thickness_m < least_m && walls.edge.share > WORTH_SAYING)
    findings.push({ is: 'thin-edge', ...walls.edge, remedies: ['thicken', 'hot'] });
  if (findings.every(({ is }) => is === 'thin' || is === 'thin-edge' || is === 'open' || is === 'overlap'))
    findings.push({ is: 'draws', remedies: [] });
  return findings;
}
