import { isMetal } from '$core/freeze/field';
import type { Picture } from '$core/freeze/picture';

/** The outside of all metal in a mold, as triangles, and the cell that each belongs to. */
export interface MetalSkin {
  /** Corners, three numbers each, m from the middle of the flask at the parting. */
  positions: Float32Array;
  /** Of each triangle. */
  cells: Uint32Array;
}

/** Faces of cells of metal that look at sand or at the air. */
export function metalSkin({ x_m, y_m, z_m, holds }: Picture): MetalSkin {
  const [nx, ny, nz] = [x_m.length - 1, y_m.length - 1, z_m.length - 1];
  const strides = [1, nx, nx * ny] as const;
  const lines = [x_m, y_m, z_m] as const;
  const positions: number[] = [];
  const cells: number[] = [];
  holds.forEach((is, at) => {
    if (!isMetal(is)) return;
    const n = [at % nx, Math.floor(at / nx) % ny, Math.floor(at / (nx * ny))];
    for (let axis = 0; axis < 3; axis++)
      for (const side of [0, 1] as const) {
        const next = n[axis]! + (side === 1 ? 1 : -1);
        const within = next >= 0 && next < [nx, ny, nz][axis]!;
        if (within && isMetal(holds[at + (side === 1 ? 1 : -1) * strides[axis]!]!)) continue;
        const [u, v] = [(axis + 1) % 3, (axis + 2) % 3];
        const corner = (a: number, b: number) => {
          const point = [0, 0, 0];
          point[axis] = lines[axis]![n[axis]! + side]!;
          point[u] = lines[u]![n[u]! + a]!;
          point[v] = lines[v]![n[v]! + b]!;
          return point;
        };
        // Anticlockwise as it is seen from outside.
        const [p, q, r, s] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)];
        const faces = side === 1 ? [p, q, r, p, r, s] : [p, r, q, p, s, r];
        positions.push(...faces.flat());
        cells.push(at, at);
      }
  });
  return { positions: Float32Array.from(positions), cells: Uint32Array.from(cells) };
}

type Colour = readonly [number, number, number];
/** Liquid, mush, stiff and solid, as the cut shows them by day. */
const COLOURS = [
  [255, 224, 138],
  [224, 138, 53],
  [180, 68, 30],
  [122, 116, 107]
] as const satisfies readonly Colour[];

/** The colour of every corner at a time after the pour, s. */
export function skinColours({ cells }: MetalSkin, { begins_s, solid_s }: Picture, at_s: number): Uint8Array {
  const colours = new Uint8Array(9 * cells.length);
  cells.forEach((cell, triangle) => {
    const [begins, solid] = [begins_s[cell]!, solid_s[cell]!];
    const stage = at_s < begins ? 0 : at_s >= solid ? 3 : at_s < (begins + solid) / 2 ? 1 : 2;
    for (let corner = 0; corner < 3; corner++) colours.set(COLOURS[stage]!, 9 * triangle + 3 * corner);
  });
  return colours;
}
