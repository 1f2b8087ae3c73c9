/** What a casting covers on the parting: corners of a convex outline about its own middle, anticlockwise, m. */
export type Outline = readonly (readonly [number, number])[];

export const rectangleOutline = (length_m: number, width_m: number): Outline => [
  [-length_m / 2, -width_m / 2],
  [length_m / 2, -width_m / 2],
  [length_m / 2, width_m / 2],
  [-length_m / 2, width_m / 2]
];

/** Area of an outline, m². @source shoelace formula */
export const areaOf = (outline: Outline): number =>
  outline.reduce((sum, [x, y], i) => {
    const [u, v] = outline[(i + 1) % outline.length]!;
    return sum + x * v - u * y;
  }, 0) / 2;

export const perimeterOf = (outline: Outline): number =>
  outline.reduce((sum, [x, y], i) => {
    const [u, v] = outline[(i + 1) % outline.length]!;
    return sum + Math.hypot(u - x, v - y);
  }, 0);

/** The same outline turned by an angle, rad, and put at a place, m. */
export function placedOutline(outline: Outline, x_m: number, y_m: number, turned_rad: number): Outline {
  const [c, s] = [Math.cos(turned_rad), Math.sin(turned_rad)];
  return outline.map(([x, y]) => [x_m + c * x - s * y, y_m + s * x + c * y] as const);
}

/**
 * The convex outline of points seen along a direction: those that reach furthest in as many directions as there are sides.
 *
 * @param points flat list of x and y, m
 * @returns anticlockwise about the middle of its box, and that middle
 */
export function outlineOf(
  points: Float32Array | Float64Array,
  sides = 48
): { outline: Outline; middle: [number, number] } {
  const best = Array.from({ length: sides }, () => ({ reach: -Infinity, at: 0 }));
  const ways = best.map(
    (_, i) => [Math.cos((2 * Math.PI * i) / sides), Math.sin((2 * Math.PI * i) / sides)] as const
  );
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [points[i]!, points[i + 1]!];
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    for (let k = 0; k < sides; k++) {
      const reach = x * ways[k]![0] + y * ways[k]![1];
      if (reach > best[k]!.reach) best[k] = { reach, at: i };
    }
  }
  const middle: [number, number] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const corners = best.map(({ at }) => [points[at]! - middle[0], points[at + 1]! - middle[1]] as const);
  const outline = corners.filter(([x, y], i) => {
    const [u, v] = corners[(i + corners.length - 1) % corners.length]!;
    return Math.hypot(x - u, y - v) > 1e-9;
  });
  return { outline, middle };
}

type Point = readonly [number, number];

function segmentDistance(point: Point, from: Point, to: Point): number {
  const dx = to[0] - from[0];
  const dy = to[1] - from[1];
  const px = point[0] - from[0];
  const py = point[1] - from[1];
  const length2 = dx * dx + dy * dy;
  const t = length2 > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / length2)) : 0;
  return Math.hypot(px - t * dx, py - t * dy);
}

/**
 * How far apart two convex outlines lie, m; below 0 they overlap, by as much as one has to give way.
 *
 * @source separating axes; where they are apart, the least distance of a corner from an edge
 */
export function gapBetween(a: Outline, b: Outline): number {
  const apart = Math.max(widestAxis(a, b, Infinity), widestAxis(b, a, Infinity));
  return apart <= 0 ? apart : Math.min(nearestCorner(a, b, 0), nearestCorner(b, a, 0));
}

/**
 * Where another outline must not come: its middle, as seen from this one's, keeps as far from what is answered as the two
 * keep from each other. Worked out once, it tells the gap of many places in one walk round it.
 *
 * @source no-fit polygon: Minkowski sum of the one and the mirrored other, of convex outlines their edges by their slope
 */
export function noFitOutline(of: Outline, other: Outline): Outline {
  const mirrored = other.map(([x, y]) => [-x, -y] as const);
  const edges = [...edgesOf(of), ...edgesOf(mirrored)].sort((a, b) => a.slope - b.slope);
  const [a, b] = [firstCorner(of), firstCorner(mirrored)];
  let [x, y] = [a[0] + b[0], a[1] + b[1]];
  return edges.map(({ dx, dy }) => {
    const corner = [x, y] as const;
    [x, y] = [x + dx, y + dy];
    return corner;
  });
}

/** Its edges, each with its slope from 0, which is along x, to a whole turn. */
function edgesOf(outline: Outline): { dx: number; dy: number; slope: number }[] {
  return outline.flatMap(([x, y], i) => {
    const [u, v] = outline[i + 1 < outline.length ? i + 1 : 0]!;
    const [dx, dy] = [u - x, v - y];
    if (dx === 0 && dy === 0) return [];
    const slope = Math.atan2(dy, dx);
    return [{ dx, dy, slope: slope < 0 ? slope + 2 * Math.PI : slope }];
  });
}

/** The lowest corner, of several the leftmost: where the edges by their slope begin. */
const firstCorner = (outline: Outline): Point =>
  outline.reduce((best, each) =>
    each[1] < best[1] || (each[1] === best[1] && each[0] < best[0]) ? each : best
  );

/** As `gapBetween(a, b) >= least_m`, told as soon as it is sure: most outlines lie far apart. */
export function liesClear(a: Outline, b: Outline, least_m: number): boolean {
  // What lies that far off along one axis lies no nearer.
  const one = widestAxis(a, b, least_m);
  if (one >= least_m) return true;
  const apart = Math.max(one, widestAxis(b, a, least_m));
  if (apart >= least_m) return true;
  return apart > 0 && nearestCorner(a, b, least_m) >= least_m && nearestCorner(b, a, least_m) >= least_m;
}

/** Least and most x, least and most y of what lies on the parting, m. */
export type Box = readonly [x0: number, x1: number, y0: number, y1: number];

/** How far apart two boxes lie along a side, m: what is in them lies no nearer; below 0 they overlap. */
export const boxesApart = (a: Box, b: Box): number =>
  Math.max(b[0] - a[1], a[0] - b[1], b[2] - a[3], a[2] - b[3]);

export function boxOf(outline: Outline): Box {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const point of outline) {
    if (point[0] < x0) x0 = point[0];
    if (point[0] > x1) x1 = point[0];
    if (point[1] < y0) y0 = point[1];
    if (point[1] > y1) y1 = point[1];
  }
  return [x0, x1, y0, y1];
}

/** How far the other lies beyond that edge of an outline beyond which it lies furthest, m; `enough` ends the search. */
function widestAxis(one: Outline, other: Outline, enough: number): number {
  let apart = -Infinity;
  for (let i = 0; i < one.length && apart < enough; i++) {
    const p = one[i]!;
    const q = one[i + 1 < one.length ? i + 1 : 0]!;
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (!(length > 0)) continue;
    // Outward of an anticlockwise outline.
    const nx = (q[1] - p[1]) / length;
    const ny = (p[0] - q[0]) / length;
    let least = Infinity;
    for (const point of other) {
      const beyond = (point[0] - p[0]) * nx + (point[1] - p[1]) * ny;
      if (beyond < least) least = beyond;
    }
    if (least > apart) apart = least;
  }
  return apart;
}

/** The least distance of a corner of one from an edge of the other, m; one below `too_near` ends the search. */
function nearestCorner(one: Outline, other: Outline, too_near: number): number {
  let nearest = Infinity;
  for (const corner of one)
    for (let i = 0; i < other.length; i++) {
      const next = other[i + 1 < other.length ? i + 1 : 0]!;
      const distance = segmentDistance(corner, other[i]!, next);
      if (distance < nearest) nearest = distance;
      if (nearest < too_near) return nearest;
    }
  return nearest;
}

/** How far a convex outline lies from a point, m; below 0 the point is in it. */
export function gapToPoint(outline: Outline, at: Point): number {
  const beyond = widestAxis(outline, [at], Infinity);
  return beyond <= 0 ? beyond : nearestCorner([at], outline, 0);
}

/** As `gapToPoint(outline, at) >= least_m`, told as soon as it is sure. */
export function pointLiesClear(outline: Outline, at: Point, least_m: number): boolean {
  const beyond = widestAxis(outline, [at], least_m);
  return beyond >= least_m || (beyond > 0 && nearestCorner([at], outline, least_m) >= least_m);
}

/** The point of an outline that lies nearest to another point. */
export function nearestPoint(outline: Outline, at: readonly [number, number]): [number, number] {
  let best: [number, number] = [outline[0]![0], outline[0]![1]];
  let least = Infinity;
  for (let i = 0; i < outline.length; i++) {
    const [p, q] = [outline[i]!, outline[(i + 1) % outline.length]!];
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
    const length2 = dx * dx + dy * dy;
    const t =
      length2 > 0 ? Math.max(0, Math.min(1, ((at[0] - p[0]) * dx + (at[1] - p[1]) * dy) / length2)) : 0;
    const point: [number, number] = [p[0] + t * dx, p[1] + t * dy];
    const distance = Math.hypot(at[0] - point[0], at[1] - point[1]);
    if (distance < least) [least, best] = [distance, point];
  }
  return best;
}

/** An outline as it lies, and how it came there: turned about the origin, then moved, m. */
export interface LyingOutline {
  outline: Outline;
  length_m: number;
  width_m: number;
  turned_rad: number;
  x_m: number;
  y_m: number;
}

/**
 * An outline turned so that it lies along its least box, the longer side first.
 *
 * @source the least box of a convex outline has a side along one of its edges (rotating calipers)
 */
export function lyingOutline(outline: Outline): LyingOutline {
  let best: LyingOutline | null = null;
  for (let i = 0; i < outline.length; i++) {
    const [p, q] = [outline[i]!, outline[(i + 1) % outline.length]!];
    const turned_rad = -Math.atan2(q[1] - p[1], q[0] - p[0]);
    const turned = placedOutline(outline, 0, 0, turned_rad);
    const [x0, x1, y0, y1] = boxOf(turned);
    const [length_m, width_m] = [x1 - x0, y1 - y0];
    if (best && length_m * width_m >= best.length_m * best.width_m - 1e-12) continue;
    const [x_m, y_m] = [-(x0 + x1) / 2, -(y0 + y1) / 2];
    best = { outline: placedOutline(turned, x_m, y_m, 0), length_m, width_m, turned_rad, x_m, y_m };
  }
  if (!best) throw new RangeError('An outline needs corners.');
  if (best.length_m >= best.width_m) return best;
  return {
    outline: placedOutline(best.outline, 0, 0, Math.PI / 2),
    length_m: best.width_m,
    width_m: best.length_m,
    turned_rad: best.turned_rad + Math.PI / 2,
    x_m: -best.y_m,
    y_m: best.x_m
  };
}
