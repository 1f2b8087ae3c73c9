import type { Triangles } from './triangles';

/** How the triangles of a body hang together. */
export interface Seams {
  /** For each corner the number of its point; corners at the same place share it. */
  point_of: Uint32Array;
  points: number;
  /** Edges with a triangle on one side only. */
  open: number;
  /** Edges whose two triangles run the same way along it: one of them is turned over. */
  turned: number;
  /** Edges that three or more triangles share. */
  crowded: number;
}

/** Nothing is open, turned over or crowded: it holds water. */
export const watertight = ({ open, turned, crowded }: Seams): boolean =>
  open === 0 && turned === 0 && crowded === 0;

const mixed = (a: number, b: number, c: number): number => {
  let h = Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b) ^ Math.imul(c, 0xc2b2ae35);
  h ^= h >>> 15;
  h = Math.imul(h, 0x2c1b3c6d);
  return h ^ (h >>> 13);
};

const tableFor = (count: number): number => 2 ** Math.ceil(Math.log2(Math.max(16, 2 * count)));

/** Numbers the points of a body: corners at exactly the same place are one. */
function pointsOf(triangles: Triangles): { point_of: Uint32Array; points: number } {
  const corners = triangles.length / 3;
  const bits = new Int32Array(triangles.buffer, triangles.byteOffset, triangles.length);
  // A closed body has half as many points as triangles; one torn apart three times as many.
  let capacity = tableFor(corners / 6);
  let table = new Int32Array(capacity).fill(-1);
  let places = new Int32Array(3 * (capacity / 2));
  const point_of = new Uint32Array(corners);
  let points = 0;
  for (let corner = 0, i = 0; corner < corners; corner++, i += 3) {
    const near = lookedBack(bits, i);
    if (near > 0) {
      point_of[corner] = point_of[corner - near]!;
      continue;
    }
    // Minus nothing is nothing.
    const x = bits[i]! === MINUS_NOTHING ? 0 : bits[i]!;
    const y = bits[i + 1]! === MINUS_NOTHING ? 0 : bits[i + 1]!;
    const z = bits[i + 2]! === MINUS_NOTHING ? 0 : bits[i + 2]!;
    let at = mixed(x, y, z) & (capacity - 1);
    let point = table[at]!;
    while (point >= 0) {
      const own = 3 * point;
      if (places[own] === x && places[own + 1] === y && places[own + 2] === z) break;
      at = (at + 1) & (capacity - 1);
      point = table[at]!;
    }
    if (point < 0) {
      point = points++;
      table[at] = point;
      places[3 * point] = x;
      places[3 * point + 1] = y;
      places[3 * point + 2] = z;
      if (2 * points >= capacity) {
        capacity *= 2;
        table = new Int32Array(capacity).fill(-1);
        const more = new Int32Array(3 * (capacity / 2));
        more.set(places);
        places = more;
        for (let each = 0; each < points; each++) {
          let free = mixed(places[3 * each]!, places[3 * each + 1]!, places[3 * each + 2]!) & (capacity - 1);
          while (table[free]! >= 0) free = (free + 1) & (capacity - 1);
          table[free] = each;
        }
      }
    }
    point_of[corner] = point;
  }
  return { point_of, points };
}

const MINUS_NOTHING = -0x80000000;

/**
 * How many corners back the same one was met, of those of this triangle and the one before; 0 for none of them. Most files go
 * from a triangle to its neighbour, which shares two corners with it: those need not be looked for among all.
 */
function lookedBack(bits: Int32Array, i: number): number {
  if (i < 15) return 0;
  const x = bits[i]!;
  const y = bits[i + 1]!;
  const z = bits[i + 2]!;
  if (bits[i - 9] === x && bits[i - 8] === y && bits[i - 7] === z) return 3;
  if (bits[i - 6] === x && bits[i - 5] === y && bits[i - 4] === z) return 2;
  if (bits[i - 12] === x && bits[i - 11] === y && bits[i - 10] === z) return 4;
  if (bits[i - 3] === x && bits[i - 2] === y && bits[i - 1] === z) return 1;
  if (bits[i - 15] === x && bits[i - 14] === y && bits[i - 13] === z) return 5;
  return 0;
}
/** Sides of a point that are gone through one by one. */
const MANY_SIDES = 64;

/** The edges of a body, each once: which way its triangles run along it. */
export interface Edges {
  count: number;
  /** Its two points, the lower number first. */
  low: Int32Array;
  high: Int32Array;
  /** Triangles that run along it from low to high, and the other way; at most 255 are told apart. */
  up: Uint8Array;
  down: Uint8Array;
}

/**
 * Gathers the sides of all triangles by their lower point (a counting sort), and pairs those of a point by their higher
 * one: of a usual body six or so.
 *
 * @param point_of see `Seams`; triangles with two corners at one place have no edges
 */
export function edgesOf(point_of: Uint32Array, points: number): Edges {
  const begins = new Uint32Array(points + 1);
  const sides = point_of.length;
  const idle = (i: number) =>
    point_of[i] === point_of[i + 1] || point_of[i + 1] === point_of[i + 2] || point_of[i + 2] === point_of[i];
  let real = 0;
  for (let i = 0; i < sides; i += 3) {
    if (idle(i)) continue;
    const a = point_of[i]!;
    const b = point_of[i + 1]!;
    const c = point_of[i + 2]!;
    begins[a < b ? a : b]! += 1;
    begins[b < c ? b : c]! += 1;
    begins[c < a ? c : a]! += 1;
    real += 3;
  }
  for (let point = 0, sum = 0; point <= points; point++) {
    const here = begins[point]!;
    begins[point] = sum;
    sum += here;
  }
  // The higher point of each side, and in its sign which way the triangle runs along it.
  const ends = new Int32Array(real);
  const fill = begins.slice();
  const put = (from: number, to: number) => {
    if (from < to) ends[fill[from]!++] = to;
    else ends[fill[to]!++] = ~from;
  };
  for (let i = 0; i < sides; i += 3) {
    if (idle(i)) continue;
    const a = point_of[i]!;
    const b = point_of[i + 1]!;
    const c = point_of[i + 2]!;
    put(a, b);
    put(b, c);
    put(c, a);
  }
  const low = new Int32Array(real);
  const high = new Int32Array(real);
  const up = new Uint8Array(real);
  const down = new Uint8Array(real);
  let count = 0;
  for (let point = 0; point < points; point++) {
    const own = count;
    // Of the hub of a wheel with a million spokes each would be looked for among all others.
    const spokes = fill[point]! - begins[point]! > MANY_SIDES ? new Map<number, number>() : null;
    for (let at = begins[point]!, end = fill[point]!; at < end; at++) {
      const written = ends[at]!;
      const to = written < 0 ? ~written : written;
      let edge = own;
      if (spokes) {
        edge = spokes.get(to) ?? count;
        spokes.set(to, edge);
      } else while (edge < count && high[edge] !== to) edge++;
      if (edge === count) {
        low[edge] = point;
        high[edge] = to;
        count += 1;
      }
      const way = written < 0 ? down : up;
      if (way[edge]! < 255) way[edge]! += 1;
    }
  }
  return { count, low, high, up, down };
}

/** What hangs together and what does not. */
export function seamsOf(triangles: Triangles): Seams {
  const { point_of, points } = pointsOf(triangles);
  const { count, up, down } = edgesOf(point_of, points);
  let [open, turned, crowded] = [0, 0, 0];
  for (let edge = 0; edge < count; edge++) {
    const [a, b] = [up[edge]!, down[edge]!];
    if (a === 1 && b === 1) continue;
    if (a + b === 1) open += 1;
    else if (a + b === 2) turned += 1;
    else crowded += 1;
  }
  return { point_of, points, open, turned, crowded };
}
