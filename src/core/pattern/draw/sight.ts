import type { Rays } from '../mesh/rays';
import { squareTo, type Vector } from '../mesh/triangles';
import type { Samples } from './samples';
import type { Ways } from './parting';

/** How far off the surface one looks from, as a share of the body's diagonal: beyond rounding, within any detail. */
const OFF_SURFACE = 1e-4;

/**
 * What sees out along a pull, by a ray each: exact where the triangles are.
 *
 * @param diagonal_m of the body's box
 */
export function waysByRays(samples: Samples, rays: Rays, pull: Vector, diagonal_m: number): Ways {
  const { count, at, normal } = samples;
  const up = new Uint8Array(count);
  const down = new Uint8Array(count);
  const against: Vector = [-pull[0], -pull[1], -pull[2]];
  const off = OFF_SURFACE * diagonal_m;
  for (let i = 0; i < count; i++) {
    const k = 3 * i;
    const n: Vector = [normal[k]!, normal[k + 1]!, normal[k + 2]!];
    const facing = n[0] * pull[0] + n[1] * pull[1] + n[2] * pull[2];
    const from: Vector = [at[k]! + off * n[0], at[k + 1]! + off * n[1], at[k + 2]! + off * n[2]];
    // What looks well away from a pull has the body itself in its way.
    if (facing > -STEEP) up[i] = rays.first(from, pull) ? 0 : 1;
    if (facing < STEEP) down[i] = rays.first(from, against) ? 0 : 1;
  }
  return { up, down };
}

const STEEP = 0.05;

/**
 * The same from pictures of the body along the pull and against it, made of its samples: coarse, but the cost does not hang
 * on the number of triangles. A cell holds the highest and the lowest sample in it.
 */
export class Pictures {
  private readonly cells: number;
  /** With a margin, so that who looks from off the surface stays within the picture. */
  private readonly side: number;
  private readonly high: Float32Array;
  private readonly low: Float32Array;
  private readonly reach: number;
  private readonly middle: Vector;

  /** @param middle and @param diagonal_m of the body's box */
  constructor(
    private readonly samples: Samples,
    middle: Vector,
    diagonal_m: number
  ) {
    this.middle = middle;
    this.reach = diagonal_m;
    // Samples lie about √(area) apart: cells of twice that have each several.
    this.cells = Math.max(24, Math.min(400, Math.floor(diagonal_m / (2 * Math.sqrt(samples.area_m2)))));
    this.side = this.cells + 4;
    this.high = new Float32Array(this.side ** 2);
    this.low = new Float32Array(this.side ** 2);
  }

  ways(pull: Vector): Ways {
    const { cells, side, high, low, reach } = this;
    const { count, at, normal } = this.samples;
    // Single numbers, not tuples: these two loops are most of what a body costs.
    const [mx, my, mz] = this.middle;
    const [px, py, pz] = pull;
    const [[ux, uy, uz], [vx, vy, vz]] = squareTo(pull);
    high.fill(-Infinity);
    low.fill(Infinity);
    const scale = (cells - 1) / reach;
    // Rounded to the nearest, from the middle of the picture.
    const half = side / 2;
    for (let k = 0; k < 3 * count; k += 3) {
      const x = at[k]! - mx;
      const y = at[k + 1]! - my;
      const z = at[k + 2]! - mz;
      const cell =
        Math.floor(half + scale * (x * ux + y * uy + z * uz)) +
        side * Math.floor(half + scale * (x * vx + y * vy + z * vz));
      const h = x * px + y * py + z * pz;
      if (h > high[cell]!) high[cell] = h;
      if (h < low[cell]!) low[cell] = h;
    }
    const up = new Uint8Array(count);
    const down = new Uint8Array(count);
    const cell_m = reach / cells;
    // One looks from a cell and a half off the surface, so that a wall does not hide itself.
    const off = 1.5 * cell_m;
    for (let i = 0, k = 0; i < count; i++, k += 3) {
      const nx = normal[k]!;
      const ny = normal[k + 1]!;
      const nz = normal[k + 2]!;
      const x = at[k]! - mx + off * nx;
      const y = at[k + 1]! - my + off * ny;
      const z = at[k + 2]! - mz + off * nz;
      const cell =
        Math.floor(half + scale * (x * ux + y * uy + z * uz)) +
        side * Math.floor(half + scale * (x * vx + y * vy + z * vz));
      const h = x * px + y * py + z * pz;
      const facing = nx * px + ny * py + nz * pz;
      up[i] = facing > -STEEP && !(high[cell]! > h + cell_m) ? 1 : 0;
      down[i] = facing < STEEP && !(low[cell]! < h - cell_m) ? 1 : 0;
    }
    return { up, down };
  }
}
