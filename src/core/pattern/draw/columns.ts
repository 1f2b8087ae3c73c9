import type { Rays } from '../mesh/rays';
import { reachAlong } from '../mesh/measure';
import { plus, squareTo, times, type Triangles, type Vector } from '../mesh/triangles';

/** A body as the metal under a cope and the sand of each half see it. */
export interface Columns {
  /** Its shadow along the pull, m². */
  projected_m2: number;
  /** How high its upper side stands above the parting, mean over the shadow, m; below it counts as level with it. */
  top_m: number;
  /** Share of its volume above the parting. */
  cope_share: number;
}

const ACROSS = 96;

/** Looks down on a body, column by column: 96 by 96 of them over its box along the pull. */
export function columnsOf(triangles: Triangles, rays: Rays, pull: Vector, parting_m: number): Columns {
  const [u, v] = squareTo(pull);
  const [across, deep, along] = [u, v, pull].map((way) => reachAlong(triangles, way)) as [
    Reach,
    Reach,
    Reach
  ];
  const below = along.least - 0.01 * (along.most - along.least) - 1e-6;
  let [hit, top, above, all] = [0, 0, 0, 0];
  const step = (of: Reach, i: number) => of.least + ((i + 0.5) / ACROSS) * (of.most - of.least);
  for (let i = 0; i < ACROSS; i++)
    for (let k = 0; k < ACROSS; k++) {
      const from = plus(plus(times(u, step(across, i)), times(v, step(deep, k))), times(pull, below));
      const spans = rays.spans(from, pull);
      if (spans.length === 0) continue;
      hit += 1;
      for (const [begin, end] of spans) {
        all += end - begin;
        above += Math.max(0, end + below - Math.max(parting_m, begin + below));
      }
      top += Math.max(0, spans.at(-1)![1] + below - parting_m);
    }
  const cell = ((across.most - across.least) * (deep.most - deep.least)) / ACROSS ** 2;
  return {
    projected_m2: hit * cell,
    top_m: hit > 0 ? top / hit : 0,
    cope_share: all > 0 ? above / all : 0
  };
}

interface Reach {
  least: number;
  most: number;
}
