import { ShapeUtils, Vector2 } from 'three';
import type { Triangles } from '../mesh/triangles';

/** A point of a flat outline, m. */
export type Point = readonly [number, number];

/** Fine enough that a chord strays from its circle by less than 0.1 % of the radius. */
const ROUND_SEGMENTS = 72;

/**
 * A plate of any outline, standing from z = 0 to its height, closed.
 *
 * @param outline anticlockwise, m
 * @param holes through it, clockwise, m
 * @param height_m more than 0
 * @param taper by how much the top is smaller than the foot about the outline's own origin, share; holes widen by it
 */
export function plate(
  outline: readonly Point[],
  height_m: number,
  holes: readonly (readonly Point[])[] = [],
  taper = 0
): Triangles {
  const rings = [outline, ...holes];
  const flat = rings.flat();
  const vectors = (ring: readonly Point[]) => ring.map(([x, y]) => new Vector2(x, y));
  const caps = ShapeUtils.triangulateShape(vectors(outline), holes.map(vectors));
  const made: number[] = [];
  const foot = ([x, y]: Point) => [x, y, 0];
  const topOf = (ring: number) => {
    // A hole shrinks about its own middle the other way.
    const by = ring === 0 ? 1 - taper : 1 + taper;
    const of = rings[ring]!;
    const middle = ring === 0 ? [0, 0] : [0, 1].map((i) => of.reduce((s, p) => s + p[i]!, 0) / of.length);
    return ([x, y]: Point) => [
      middle[0]! + (x - middle[0]!) * by,
      middle[1]! + (y - middle[1]!) * by,
      height_m
    ];
  };
  const ringOf = rings.flatMap((ring, i) => ring.map(() => i));
  const top = (i: number) => topOf(ringOf[i]!)(flat[i]!);
  for (const [a, b, c] of caps as [number, number, number][]) {
    made.push(...foot(flat[a]!), ...foot(flat[c]!), ...foot(flat[b]!));
    made.push(...top(a), ...top(b), ...top(c));
  }
  rings.forEach((ring, which) => {
    const up = topOf(which);
    ring.forEach((from, i) => {
      const to = ring[(i + 1) % ring.length]!;
      made.push(...foot(from), ...foot(to), ...up(to), ...foot(from), ...up(to), ...up(from));
    });
  });
  return Float32Array.from(made);
}

/**
 * A body turned about the z axis.
 *
 * @param profile radius and height, m, so that the body lies to the left of it: upward on its outside. Where it neither
 *   begins nor ends on the axis it is closed to a ring
 */
export function turned(profile: readonly Point[], segments = ROUND_SEGMENTS): Triangles {
  const ring = profile[0]![0] > 0 || profile.at(-1)![0] > 0;
  const steps = ring ? [...profile, profile[0]!] : profile;
  const made: number[] = [];
  const at = ([r, z]: Point, i: number) => {
    const angle = (2 * Math.PI * (i % segments)) / segments;
    return [r * Math.cos(angle), r * Math.sin(angle), z];
  };
  for (let step = 0; step + 1 < steps.length; step++) {
    const [a, b] = [steps[step]!, steps[step + 1]!];
    for (let i = 0; i < segments; i++) {
      if (a[0] > 0) made.push(...at(a, i), ...at(a, i + 1), ...at(b, i + 1));
      if (b[0] > 0) made.push(...at(a, i), ...at(b, i + 1), ...at(b, i));
    }
  }
  return Float32Array.from(made);
}

/** A round outline about a middle, anticlockwise. */
export const circle = (radius_m: number, [x, y]: Point = [0, 0], segments = ROUND_SEGMENTS): Point[] =>
  Array.from({ length: segments }, (_, i) => {
    const angle = (2 * Math.PI * i) / segments;
    return [x + radius_m * Math.cos(angle), y + radius_m * Math.sin(angle)];
  });

export const rectangle = (length_m: number, width_m: number, [x, y]: Point = [0, 0]): Point[] => [
  [x - length_m / 2, y - width_m / 2],
  [x + length_m / 2, y - width_m / 2],
  [x + length_m / 2, y + width_m / 2],
  [x - length_m / 2, y + width_m / 2]
];

/** A box about the middle of its foot. */
export const block = (length_m: number, width_m: number, height_m: number): Triangles =>
  plate(rectangle(length_m, width_m), height_m);

export const cylinder = (radius_m: number, height_m: number, segments = ROUND_SEGMENTS): Triangles =>
  plate(circle(radius_m, [0, 0], segments), height_m);

/** A ball about the origin, by as many bands as half its segments. */
export function ball(radius_m: number, segments = ROUND_SEGMENTS): Triangles {
  const bands = Math.max(2, Math.round(segments / 2));
  const profile = Array.from({ length: bands + 1 }, (_, i): Point => {
    const angle = -Math.PI / 2 + (Math.PI * i) / bands;
    return [i === 0 || i === bands ? 0 : radius_m * Math.cos(angle), radius_m * Math.sin(angle)];
  });
  return turned(profile, segments);
}

/** A ring of round section about the z axis. */
export function torus(
  ring_m: number,
  tube_m: number,
  segments = ROUND_SEGMENTS,
  sides = segments / 2
): Triangles {
  return turned(circle(tube_m, [ring_m, 0], sides), segments);
}

/** A body moved. */
export function moved(triangles: Triangles, by: readonly [number, number, number]): Triangles {
  return triangles.map((value, i) => value + by[i % 3]!);
}

/** A body lying on its side: its x axis up. */
export function onSide(triangles: Triangles): Triangles {
  const next = new Float32Array(triangles.length);
  for (let i = 0; i < triangles.length; i += 3) {
    next[i] = triangles[i + 2]!;
    next[i + 1] = triangles[i + 1]!;
    next[i + 2] = -triangles[i]!;
  }
  return next;
}

/** Several bodies as one list. */
export function together(...bodies: readonly Triangles[]): Triangles {
  const all = new Float32Array(bodies.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const body of bodies) {
    all.set(body, at);
    at += body.length;
  }
  return all;
}

/** The same, looking inwards: a hollow. */
export function insideOut(triangles: Triangles): Triangles {
  const next = triangles.slice();
  for (let t = 0; t < triangles.length; t += 9) {
    next.set(triangles.subarray(t + 6, t + 9), t + 3);
    next.set(triangles.subarray(t + 3, t + 6), t + 6);
  }
  return next;
}
