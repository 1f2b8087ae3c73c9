import { watertight, type Seams } from './mesh/seams';
import { repaired, type Repairs } from './mesh/repair';
import { measure, sidesOf, type Box } from './mesh/measure';
import { Rays } from './mesh/rays';
import { size, triangleCount, type Triangles } from './mesh/triangles';
import { drawAlong, type Drawing, type FaceClasses } from './draw/drawing';
import { searchPull, type Pull } from './draw/search';
import { wallsOf, type Walls } from './draw/thickness';

/** All that is worked out of a mesh before anybody chose anything. */
export interface MeshAnalysis {
  triangles: number;
  volume_m3: number;
  area_m2: number;
  box: Box;
  watertight: boolean;
  seams: SkinFaults;
  repairs: Repairs;
  walls: Walls;
  /** Ways to draw it, best first. */
  pulls: Pull[];
  /** How it draws along the best of them, from a flat parting. */
  drawing: Drawing;
}

/** What a step of the work is about, and how far all of it has come, 0 to 1. */
export interface Step {
  doing: 'measuring' | 'searching' | 'drawing';
  done: number;
}

/** What is wrong with the skin of a body, after all that could be mended. */
export interface SkinFaults {
  open: number;
  turned: number;
  crowded: number;
  /** Volume that bodies in one another hold again, of all that they hold once. */
  again_share: number;
}

export const skinFaults = ({ open, turned, crowded }: Seams, again_share: number): SkinFaults => ({
  open,
  turned,
  crowded,
  again_share
});

/** A body made ready: measured, mended, with the tree for its rays. */
export interface Ready {
  triangles: Triangles;
  rays: Rays;
  analysis: MeshAnalysis;
  faces: FaceClasses;
}

/**
 * The whole analysis of a body, in steps between which others may have their turn or call it off.
 *
 * @param given in metres; not kept when it needs mending
 * @throws MeshFault when there is no body in it
 */
export function* analyse(given: Triangles): Generator<Step, Ready> {
  yield { doing: 'measuring', done: 0 };
  const { triangles, seams, repairs, again_m3 } = repaired(given);
  yield { doing: 'measuring', done: 0.08 };
  const { volume_m3, area_m2, box } = measure(triangles);
  const held_m3 = Math.abs(volume_m3) - again_m3;
  const rays = new Rays(triangles);
  const search = searchPull(triangles, rays);
  let next = search.next();
  for (; !next.done; next = search.next()) yield { doing: 'searching', done: 0.15 + 0.7 * next.value };
  yield { doing: 'drawing', done: 0.85 };
  const pulls = next.value;
  const { drawing, faces } = drawAlong(triangles, rays, pulls[0]!.way);
  yield { doing: 'drawing', done: 0.95 };
  const analysis: MeshAnalysis = {
    triangles: triangleCount(triangles),
    volume_m3: held_m3,
    area_m2,
    box,
    watertight: watertight(seams),
    seams: skinFaults(seams, again_m3 / held_m3),
    repairs,
    walls: wallsOf(triangles, rays, size(sidesOf(box))),
    pulls,
    drawing
  };
  return { triangles, rays, analysis, faces };
}
