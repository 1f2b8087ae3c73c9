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

const segmentDistance = (
  [px, py]: readonly [number, number],
  [ax, ay]: readonly [number, number],
  [bx, by]: readonly [number, number]
): number => {
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const t = length2 > 0 ? Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / length2)) : 0;
  return Math.hypot(px - ax - t * dx, py - ay - t * dy);
};

/**
 * How far apart two convex outlines lie, m; below 0 they overlap, by as much as one has to give way.
 *
 * @source separating axes; where they are apart, the least distance of a corner from an edge
 */
export function gapBetween(a: Outline, b: Outline): number {
  let apart = -Infinity;
  for (const [one, other] of [
    [a, b],
    [b, a]
  ] as const)
    for (let i = 0; i < one.length; i++) {
      const [p, q] = [one[i]!, one[(i + 1) % one.length]!];
      const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
      if (!(length > 0)) continue;
      // Outward of an anticlockwise outline.
      const [nx, ny] = [(q[1] - p[1]) / length, (p[0] - q[0]) / length];
      let least = Infinity;
      for (const [x, y] of other) least = Math.min(least, (x - p[0]) * nx + (y - p[1]) * ny);
      if (least > apart) apart = least;
    }
  if (apart <= 0) return apart;
  let nearest = Infinity;
  for (const [one, other] of [
    [a, b],
    [b, a]
  ] as const)
    for (const corner of one)
      for (let i = 0; i < other.length; i++)
        nearest = Math.min(nearest, segmentDistance(corner, other[i]!, other[(i + 1) % other.length]!));
  return nearest;
}

/** How far a convex outline lies from a point, m; below 0 the point is in it. */
export function gapToPoint(outline: Outline, at: readonly [number, number]): number {
  let inside = -Infinity;
  let nearest = Infinity;
  for (let i = 0; i < outline.length; i++) {
    const [p, q] = [outline[i]!, outline[(i + 1) % outline.length]!];
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (!(length > 0)) continue;
    inside = Math.max(inside, ((at[0] - p[0]) * (q[1] - p[1]) - (at[1] - p[1]) * (q[0] - p[0])) / length);
    nearest = Math.min(nearest, segmentDistance(at, p, q));
  }
  return inside <= 0 ? inside : nearest;
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

/**
 * An outline turned so that it lies along its least box, the longer side first.
 *
 * @source the least box of a convex outline has a side along one of its edges (rotating calipers)
 */
export function lyingOutline(outline: Outline): { outline: Outline; length_m: number; width_m: number } {
  let best: { outline: Outline; length_m: number; width_m: number } | null = null;
  for (let i = 0; i < outline.length; i++) {
    const [p, q] = [outline[i]!, outline[(i + 1) % outline.length]!];
    const turned = placedOutline(outline, 0, 0, -Math.atan2(q[1] - p[1], q[0] - p[0]));
    const [xs, ys] = [turned.map(([x]) => x), turned.map(([, y]) => y)];
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const [length_m, width_m] = [x1 - x0, y1 - y0];
    if (best && length_m * width_m >= best.length_m * best.width_m - 1e-12) continue;
    const centred = turned.map(([x, y]) => [x - (x0 + x1) / 2, y - (y0 + y1) / 2] as const);
    best = { outline: centred, length_m, width_m };
  }
  if (!best) throw new RangeError('An outline needs corners.');
  if (best.length_m >= best.width_m) return best;
  return {
    outline: placedOutline(best.outline, 0, 0, Math.PI / 2),
    length_m: best.width_m,
    width_m: best.length_m
  };
}
