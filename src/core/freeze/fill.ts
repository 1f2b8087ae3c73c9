import type { Part } from '../heat/opening';
import type { Body } from './bodies';
import type { ChillBody } from './chills';
import { CHILL, METAL, SAND } from './field';
import { gridLines, type Cells, type GridLines } from './grid';

/** A mold in cells: what each holds, and the bodies that it holds metal of. */
export interface FilledGrid {
  lines: GridLines;
  /** Along x first, then y, then z: sand, a chill, or a body's place in `bodies` more than `METAL`. */
  holds: Uint8Array;
  bodies: readonly { part: Part; number: number; volume_m3: number }[];
}

/** A cell tells them apart by one byte. */
const MOST_BODIES = CHILL - METAL;
/** A cell holds what its middle lies in. */
const middle = (lines: Float64Array, i: number) => (lines[i]! + lines[i + 1]!) / 2;

/**
 * Lays a grid over the sand of a mold and fills it with its metal. Where bodies lie in one another the first has the cell.
 *
 * @param box_m the sand, by axis: from and to
 * @param chills what lies in the sand that metal leaves
 */
export function fillGrid(
  box_m: readonly (readonly [number, number])[],
  bodies: readonly Body[],
  cells: Cells,
  chills: readonly ChillBody[] = []
): FilledGrid {
  if (bodies.length > MOST_BODIES) throw new RangeError(`More than ${MOST_BODIES} bodies in one mold.`);
  const features = [0, 1, 2].map((axis) =>
    [...bodies, ...chills].map(({ box_m: of, fine_m, within_m }) => ({
      from_m: of[axis]![0],
      to_m: of[axis]![1],
      fine_m,
      within_m
    }))
  );
  const lines = gridLines({ box_m, features }, cells);
  const { x, y, z } = lines;
  const [nx, ny, nz] = [x.length - 1, y.length - 1, z.length - 1];
  const holds = new Uint8Array(nx * ny * nz).fill(SAND);
  const volumes = new Float64Array(bodies.length);
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const [at_x, at_y] = [middle(x, i), middle(y, j)];
      const base = j * nx + i;
      const face = (x[i + 1]! - x[i]!) * (y[j + 1]! - y[j]!);
      bodies.forEach(({ box_m: of, column }, n) => {
        if (at_x < of[0][0] || at_x > of[0][1] || at_y < of[1][0] || at_y > of[1][1]) return;
        for (const [from, to] of column(at_x, at_y))
          for (let k = firstFrom(z, from); k < nz && middle(z, k) < to; k++) {
            const at = base + k * nx * ny;
            if (holds[at] !== SAND) continue;
            holds[at] = METAL + n;
            volumes[n] = volumes[n]! + face * (z[k + 1]! - z[k]!);
          }
      });
      for (const { column } of chills)
        for (const [from, to] of column(at_x, at_y))
          for (let k = firstFrom(z, from); k < nz && middle(z, k) < to; k++)
            if (holds[base + k * nx * ny] === SAND) holds[base + k * nx * ny] = CHILL;
    }
  return {
    lines,
    holds,
    bodies: bodies.map(({ part, number }, n) => ({ part, number, volume_m3: volumes[n]! }))
  };
}

/** The first cell whose middle lies at or above a height. */
function firstFrom(lines: Float64Array, from: number): number {
  let [low, high] = [0, lines.length - 1];
  while (low < high) {
    const between = (low + high) >> 1;
    if (middle(lines, between) >= from) high = between;
    else low = between + 1;
  }
  return low;
}
