import TinyQueue from 'tinyqueue';
import { METAL } from './field';

/** Metal that reaches a place later than it runs there. */
export interface Misrun {
  at: number;
  body: number;
  arrives_s: number;
  runs_s: number;
  /** How much of the casting is like it, m³. */
  volume_m3: number;
}

/**
 * When metal comes to each cell of a casting: it fills what lies nearest to its gates first, by the way through the casting,
 * at the stream that its gates let in.
 *
 * @param cells of one casting
 * @param gates those of them that touch a gate
 * @param flow_m3_s into this casting
 * @returns s from when it begins to fill, by cell in the order of `cells`; infinite where no way leads
 * @source breadth-first distance through the cells (Dijkstra); the front stands where the volume behind it is filled
 */
export function arrivals(
  [nx, ny]: readonly [number, number],
  holds: Uint8Array,
  cells: readonly number[],
  gates: readonly number[],
  lengths: readonly [Float64Array, Float64Array, Float64Array],
  flow_m3_s: number
): Float32Array {
  const order = new Map(cells.map((at, n) => [at, n]));
  const [dx, dy, dz] = lengths;
  const place = (at: number) => [at % nx, Math.floor(at / nx) % ny, Math.floor(at / (nx * ny))] as const;
  const far = new Float64Array(cells.length).fill(Infinity);
  const queue = new TinyQueue<readonly [far_m: number, n: number]>([], ([a], [b]) => a - b);
  for (const at of gates) {
    const n = order.get(at);
    if (n === undefined) continue;
    far[n] = 0;
    queue.push([0, n]);
  }
  const steps = [
    [1, dx, 0],
    [nx, dy, 1],
    [nx * ny, dz, 2]
  ] as const;
  for (let next = queue.pop(); next; next = queue.pop()) {
    const [distance, n] = next;
    if (distance > far[n]!) continue;
    const at = cells[n]!;
    const where = place(at);
    for (const [stride, long, axis] of steps)
      for (const way of [-1, 1]) {
        const other = at + way * stride;
        const m = order.get(other);
        if (m === undefined || holds[other] !== holds[at]) continue;
        const i = where[axis];
        // The last cell of a line and the first of the next are no neighbours.
        if (i + way < 0 || i + way >= long.length) continue;
        const reached = distance + (long[i]! + long[i + way]!) / 2;
        if (reached >= far[m]!) continue;
        far[m] = reached;
        queue.push([reached, m]);
      }
  }
  const nearest = [...far.keys()].sort((a, b) => far[a]! - far[b]!);
  const arrives = new Float32Array(cells.length).fill(Infinity);
  let filled = 0;
  for (const n of nearest) {
    if (far[n] === Infinity) break;
    const [i, j, k] = place(cells[n]!);
    filled += dx[i]! * dy[j]! * dz[k]!;
    arrives[n] = filled / flow_m3_s;
  }
  return arrives;
}

/** The worst place of each casting where metal comes too late, with how much of the casting is like it. */
export function misruns(
  cells: readonly number[],
  arrives_s: Float32Array,
  runs_s: Float32Array,
  holds: Uint8Array,
  volume_m3: (at: number) => number
): Misrun[] {
  const worst = new Map<number, Misrun>();
  cells.forEach((at, n) => {
    const arrives = arrives_s[n]!;
    if (!Number.isFinite(arrives) || arrives <= runs_s[at]!) return;
    const body = holds[at]! - METAL;
    const so_far = worst.get(body);
    const volume = (so_far?.volume_m3 ?? 0) + volume_m3(at);
    if (so_far && arrives - runs_s[at]! <= so_far.arrives_s - so_far.runs_s) so_far.volume_m3 = volume;
    else worst.set(body, { at, body, arrives_s: arrives, runs_s: runs_s[at]!, volume_m3: volume });
  });
  return [...worst.values()];
}
