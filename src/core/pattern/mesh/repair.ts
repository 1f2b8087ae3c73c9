import { MeshFault } from './fault';
import { boxOf, measure, sidesOf } from './measure';
import { edgesOf, seamsOf, watertight, type Seams } from './seams';
import { size, type Triangles } from './triangles';
import { united } from './united';

/** What was put right in a body. */
export interface Repairs {
  /** Triangles without area, and second ones at the same place, that were left out. */
  dropped: number;
  /** Triangles that were turned over so that all look outwards. */
  turned: number;
  /** Triangles that close small holes. */
  filled: number;
  /** Corners within this of each other were taken as one, m; 0 where that was not needed. */
  snapped_m: number;
  /** Bodies that lay in one another and became one. */
  united: number;
}

export interface Whole {
  triangles: Triangles;
  seams: Seams;
  repairs: Repairs;
  /** Volume that bodies hold which lie in one another and could not be made one: it is counted again, m³. */
  again_m3: number;
}

/** Corners apart by this share of the body's diagonal are apart by rounding. */
const SNAP_SHARE = 2e-6;
/** A hole with more edges is not closed by guessing. */
const MOST_HOLE_EDGES = 12;

/**
 * Puts trivial faults right: triangles without area and doubled ones are left out, corners apart by rounding are joined,
 * triangles that look inwards are turned over, holes of a few edges are closed, bodies that lie in one another become one.
 * What is sound goes through as it is.
 *
 * @throws MeshFault when nothing with a volume is left
 */
export function repaired(given: Triangles): Whole {
  const repairs: Repairs = { dropped: 0, turned: 0, filled: 0, snapped_m: 0, united: 0 };
  let triangles = given;
  let seams = seamsOf(triangles);
  const dropped = withoutIdle(triangles, seams.point_of);
  if (dropped.length < triangles.length) {
    repairs.dropped = (triangles.length - dropped.length) / 9;
    triangles = dropped;
    if (triangles.length === 0)
      throw new MeshFault('All its triangles are without area: there is no body in it.');
    seams = seamsOf(triangles);
  }
  if (seams.open > 0) {
    const snap_m = size(sidesOf(boxOf(triangles))) * SNAP_SHARE;
    const joined = joinedUp(triangles, seams, snap_m);
    const joined_seams = seamsOf(joined);
    if (joined_seams.open < seams.open) {
      repairs.snapped_m = snap_m;
      triangles = withoutIdle(joined, joined_seams.point_of);
      repairs.dropped += (joined.length - triangles.length) / 9;
      seams = triangles === joined ? joined_seams : seamsOf(triangles);
    }
  }
  if (seams.open > 0) {
    const closed = closing(triangles, seams.point_of);
    if (closed.length > 0) {
      repairs.filled = closed.length / 9;
      const more = new Float32Array(triangles.length + closed.length);
      more.set(triangles);
      more.set(closed, triangles.length);
      triangles = more;
      seams = seamsOf(triangles);
    }
  }
  if (seams.turned > 0) {
    const turned = alike(triangles, seams.point_of);
    repairs.turned += turned.count;
    triangles = turned.triangles;
    seams = seamsOf(triangles);
  }
  if (measure(triangles).volume_m3 < 0) {
    triangles = overturned(triangles, () => true);
    repairs.turned = triangles.length / 9 - repairs.turned;
    seams = seamsOf(triangles);
  }
  if (watertight(seams) && !(measure(triangles).volume_m3 > 0))
    throw new MeshFault('It encloses no volume: it is a sheet, not a body.');
  const one = united(triangles, seams);
  if (!one.triangles) return { triangles, seams, repairs, again_m3: one.again_m3 };
  const joined = closedUp(one.triangles);
  if (!watertight(joined.seams)) return { triangles, seams, repairs, again_m3: one.again_m3 };
  return { ...joined, repairs: { ...repairs, united: one.bodies }, again_m3: 0 };
}

/** Corners apart by rounding joined, faces without area left out. */
function closedUp(triangles: Triangles): { triangles: Triangles; seams: Seams } {
  const seams = seamsOf(triangles);
  if (watertight(seams)) return { triangles, seams };
  const snap_m = size(sidesOf(boxOf(triangles))) * SNAP_SHARE;
  const joined = joinedUp(triangles, seams, snap_m);
  const whole = withoutIdle(joined, seamsOf(joined).point_of);
  return { triangles: whole, seams: seamsOf(whole) };
}

/** Triangles of one point that are gone through one by one. */
const MANY_TRIANGLES = 64;

function sameCorners(point_of: Uint32Array, t: number, other: number): boolean {
  const [x, y, z] = [point_of[3 * other]!, point_of[3 * other + 1]!, point_of[3 * other + 2]!];
  for (let k = 3 * t; k < 3 * t + 3; k++)
    if (point_of[k] !== x && point_of[k] !== y && point_of[k] !== z) return false;
  return true;
}

const cornersKey = (point_of: Uint32Array, t: number): string =>
  [point_of[3 * t]!, point_of[3 * t + 1]!, point_of[3 * t + 2]!].sort((a, b) => a - b).join(' ');

/** Without triangles of no area and without second ones at the same place. */
function withoutIdle(triangles: Triangles, point_of: Uint32Array): Triangles {
  const count = triangles.length / 9;
  const keep = new Uint8Array(count);
  let kept = 0;
  const points = highest(point_of) + 1;
  // Of each point the triangles whose lowest corner it is: doubles lie in one list.
  const head = new Int32Array(points).fill(-1);
  const next = new Int32Array(count);
  const length = new Uint32Array(points);
  // Of the hub of a wheel with a million spokes all would lie in one: those are told by their other two corners.
  const of_hubs = new Set<string>();
  for (let t = 0; t < count; t++) {
    const a = point_of[3 * t]!;
    const b = point_of[3 * t + 1]!;
    const c = point_of[3 * t + 2]!;
    if (a === b || b === c || c === a) continue;
    const lowest = Math.min(a, b, c);
    let double = false;
    if (length[lowest]! >= MANY_TRIANGLES) double = of_hubs.has(cornersKey(point_of, t));
    else
      for (let other = head[lowest]!; other >= 0 && !double; other = next[other]!)
        double = sameCorners(point_of, t, other);
    if (double) continue;
    next[t] = head[lowest]!;
    head[lowest] = t;
    length[lowest]! += 1;
    if (length[lowest]! > MANY_TRIANGLES) of_hubs.add(cornersKey(point_of, t));
    else if (length[lowest]! === MANY_TRIANGLES)
      for (let each = t; each >= 0; each = next[each]!) of_hubs.add(cornersKey(point_of, each));
    keep[t] = 1;
    kept += 1;
  }
  if (kept === count) return triangles;
  const left = new Float32Array(9 * kept);
  let at = 0;
  for (let t = 0; t < count; t++)
    if (keep[t]) {
      left.set(triangles.subarray(9 * t, 9 * t + 9), at);
      at += 9;
    }
  return left;
}

function highest(values: Uint32Array): number {
  let most = 0;
  for (const value of values) if (value > most) most = value;
  return most;
}

/** A cell of space is so many times as wide as two points may be apart that are one. */
const CELL = 4;

/** Points on open edges that lie within a distance of each other moved to one of them. */
function joinedUp(triangles: Triangles, { point_of, points }: Seams, within_m: number): Triangles {
  const place = new Int32Array(points).fill(-1);
  for (let corner = 0; corner < point_of.length; corner++)
    if (place[point_of[corner]!]! < 0) place[point_of[corner]!] = 3 * corner;
  const edges = edgesOf(point_of, points);
  const loose = new Set<number>();
  for (let edge = 0; edge < edges.count; edge++)
    if (edges.up[edge]! + edges.down[edge]! === 1) loose.add(edges.low[edge]!).add(edges.high[edge]!);
  const to = new Int32Array(points).map((_, point) => point);
  // Points by cells of space, under a number that several far cells may share: how near they lie is asked anyway.
  const cells = new Map<number, number[]>();
  const side = CELL * within_m;
  const cellOf = (x: number) => Math.floor(x / side);
  const key = (i: number, j: number, k: number) =>
    (Math.imul(i, 73_856_093) ^ Math.imul(j, 19_349_663) ^ Math.imul(k, 83_492_791)) >>> 0;
  for (const point of loose) {
    const at = place[point]!;
    const x = triangles[at]!;
    const y = triangles[at + 1]!;
    const z = triangles[at + 2]!;
    // Two near ones may lie on both sides of a cell's wall.
    search: for (let i = cellOf(x - within_m); i <= cellOf(x + within_m); i++)
      for (let j = cellOf(y - within_m); j <= cellOf(y + within_m); j++)
        for (let k = cellOf(z - within_m); k <= cellOf(z + within_m); k++)
          for (const other of cells.get(key(i, j, k)) ?? []) {
            const of = place[other]!;
            const far = Math.hypot(x - triangles[of]!, y - triangles[of + 1]!, z - triangles[of + 2]!);
            if (far > within_m) continue;
            to[point] = other;
            break search;
          }
    if (to[point] !== point) continue;
    const own = key(cellOf(x), cellOf(y), cellOf(z));
    const known = cells.get(own);
    if (known) known.push(point);
    else cells.set(own, [point]);
  }
  const moved = triangles.slice();
  for (let corner = 0; corner < point_of.length; corner++) {
    const from = place[to[point_of[corner]!]!]!;
    moved.set(triangles.subarray(from, from + 3), 3 * corner);
  }
  return moved;
}

/** Triangles that close holes of a few edges, each a fan about the middle of its edge. */
function closing(triangles: Triangles, point_of: Uint32Array): Triangles {
  const edges = edgesOf(point_of, highest(point_of) + 1);
  const place = new Map<number, number>();
  for (let corner = 0; corner < point_of.length; corner++)
    if (!place.has(point_of[corner]!)) place.set(point_of[corner]!, 3 * corner);
  // Along a hole one goes against the triangles beside it.
  const onward = new Map<number, number>();
  let branching = false;
  for (let edge = 0; edge < edges.count; edge++) {
    const [low, high, up, down] = [edges.low[edge]!, edges.high[edge]!, edges.up[edge]!, edges.down[edge]!];
    if (up + down !== 1) continue;
    const [from, to] = up === 1 ? [high, low] : [low, high];
    if (onward.has(from)) branching = true;
    onward.set(from, to);
  }
  if (branching) return new Float32Array();
  const made: number[] = [];
  const seen = new Set<number>();
  for (const start of onward.keys()) {
    if (seen.has(start)) continue;
    const loop: number[] = [];
    let at: number | undefined = start;
    while (at !== undefined && !seen.has(at)) {
      seen.add(at);
      loop.push(at);
      at = onward.get(at);
    }
    if (at !== start || loop.length < 3 || loop.length > MOST_HOLE_EDGES) continue;
    const corners = loop.map((point) => {
      const from = place.get(point)!;
      return [triangles[from]!, triangles[from + 1]!, triangles[from + 2]!];
    });
    if (corners.length === 3) {
      made.push(...corners.flat());
      continue;
    }
    const middle = [0, 1, 2].map((i) => corners.reduce((sum, each) => sum + each[i]!, 0) / corners.length);
    corners.forEach((each, i) => made.push(...each, ...corners[(i + 1) % corners.length]!, ...middle));
  }
  return Float32Array.from(made);
}

/** Turns triangles over until neighbours run alike: from one of each piece outward. */
function alike(triangles: Triangles, point_of: Uint32Array): { triangles: Triangles; count: number } {
  const count = triangles.length / 9;
  const beside = new Map<number, number[]>();
  const points = highest(point_of) + 1;
  const edge = (t: number, k: number) => {
    const [a, b] = [point_of[3 * t + k]!, point_of[3 * t + ((k + 1) % 3)]!];
    return { key: Math.min(a, b) * points + Math.max(a, b), up: a < b };
  };
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 3; k++) {
      const { key } = edge(t, k);
      const known = beside.get(key);
      if (known) known.push(t);
      else beside.set(key, [t]);
    }
  const over = new Int8Array(count).fill(-1);
  const runs = (t: number, key: number): boolean => {
    for (let k = 0; k < 3; k++) {
      const found = edge(t, k);
      if (found.key === key) return found.up !== (over[t] === 1);
    }
    throw new RangeError('It does not lie along this edge.');
  };
  let turned = 0;
  for (let start = 0; start < count; start++) {
    if (over[start]! >= 0) continue;
    over[start] = 0;
    const piece = [start];
    for (let i = 0; i < piece.length; i++) {
      const t = piece[i]!;
      for (let k = 0; k < 3; k++) {
        const { key } = edge(t, k);
        const both = beside.get(key)!;
        if (both.length !== 2) continue;
        const other = both[0] === t ? both[1]! : both[0]!;
        if (over[other]! >= 0) continue;
        over[other] = 0;
        if (runs(other, key) === runs(t, key)) over[other] = 1;
        piece.push(other);
      }
    }
    const wrong = piece.filter((t) => over[t] === 1).length;
    // The fewer are those that were wrong.
    if (2 * wrong > piece.length) for (const t of piece) over[t] = 1 - over[t]!;
    turned += Math.min(wrong, piece.length - wrong);
  }
  return { triangles: overturned(triangles, (t) => over[t] === 1), count: turned };
}

function overturned(triangles: Triangles, which: (triangle: number) => boolean): Triangles {
  const next = triangles.slice();
  for (let t = 0; t < triangles.length / 9; t++)
    if (which(t)) {
      next.set(triangles.subarray(9 * t + 6, 9 * t + 9), 9 * t + 3);
      next.set(triangles.subarray(9 * t + 3, 9 * t + 6), 9 * t + 6);
    }
  return next;
}
