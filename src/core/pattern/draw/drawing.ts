import type { Rays } from '../mesh/rays';
import { boxOf, reachAlong, sidesOf } from '../mesh/measure';
import { size, triangleCount, type Triangles, type Vector } from '../mesh/triangles';
import { columnsOf, type Columns } from './columns';
import { DRAFT_CLASSES, draftAngle, type DraftClass } from './draft';
import { LEVEL, bestParting, classOf } from './parting';
import { samplesOf, type Samples } from './samples';
import { pullOf, type Pull } from './search';
import { waysByRays } from './sight';

/** A flat parting at a height along the pull, m from the origin, or one that is stepped along the widest line. */
export type PartingChoice = { height_m: number } | 'flat' | 'stepped';

/** How a body draws along a pull. */
export interface Drawing extends Pull, Columns {
  stepped: boolean;
  /** Surface by draft, m². */
  area_m2: Record<DraftClass, number>;
  /** Surface that the chosen parting cannot release, m². */
  undercut_m2: number;
  /** The largest undercut places, largest first. */
  undercuts: { at: Vector; area_m2: number }[];
  /** Walls by whole degrees of draft from 0 to 9, then those steeper than that, m². */
  degrees_m2: number[];
}

/** The class of each triangle, by its place in `DRAFT_CLASSES`. */
export type FaceClasses = Uint8Array;

const SAMPLES = 60_000;
const HEIGHTS = 4096;
const PLACES = 5;
const DEGREES = 10;
const DEGREE = Math.PI / 180;

/**
 * How a body draws along a pull, from a given parting or the one that holds least back, and the class of every triangle.
 *
 * @param way of length 1, out of the drag
 */
export function drawAlong(
  triangles: Triangles,
  rays: Rays,
  way: Vector,
  choice: PartingChoice = 'flat'
): { drawing: Drawing; faces: FaceClasses } {
  const diagonal = size(sidesOf(boxOf(triangles)));
  const samples = samplesOf(triangles, SAMPLES);
  const along = reachAlong(triangles, way);
  const ways = waysByRays(samples, rays, way, diagonal);
  const best = bestParting(samples, way, ways, along, HEIGHTS);
  const stepped = choice === 'stepped';
  const height_m = typeof choice === 'object' ? choice.height_m : best.height_m;
  const area_m2 = Object.fromEntries(DRAFT_CLASSES.map((name) => [name, 0])) as Record<DraftClass, number>;
  const degrees_m2 = Array.from({ length: DEGREES + 1 }, () => 0);
  const classes = new Uint8Array(samples.count);
  for (let i = 0; i < samples.count; i++) {
    const [facing, height] = standing(samples, i, way);
    const up = ways.up[i] === 1;
    const down = ways.down[i] === 1;
    const level = Math.abs(height - height_m) < LEVEL * (along.most - along.least);
    const name = classOf(facing, up, down, stepped ? null : level ? facing > 0 : height > height_m);
    classes[i] = DRAFT_CLASSES.indexOf(name);
    area_m2[name] += samples.area_m2;
    if (name === 'undercut' || name === 'open') continue;
    const degrees = Math.min(DEGREES, Math.floor(Math.abs(draftAngle(facing)) / DEGREE + 1e-4));
    degrees_m2[degrees]! += samples.area_m2;
  }
  const drawing: Drawing = {
    ...pullOf(way, along, { ...best, height_m }),
    ...columnsOf(triangles, rays, way, height_m),
    stepped,
    area_m2,
    undercut_m2: area_m2.undercut,
    undercuts: placesOf(samples, classes, diagonal),
    degrees_m2
  };
  return { drawing, faces: onFaces(triangles, samples, classes, way, diagonal) };
}

function standing({ at, normal }: Samples, i: number, way: Vector): [number, number] {
  const k = 3 * i;
  return [
    normal[k]! * way[0] + normal[k + 1]! * way[1] + normal[k + 2]! * way[2],
    at[k]! * way[0] + at[k + 1]! * way[1] + at[k + 2]! * way[2]
  ];
}

const UNDERCUT = DRAFT_CLASSES.indexOf('undercut');
/** Cells along the diagonal in which undercuts are one place, and in which a face asks for its neighbours' class. */
const PLACE_CELLS = 12;
const FACE_CELLS = 160;

function placesOf(samples: Samples, classes: Uint8Array, diagonal: number): Drawing['undercuts'] {
  const cells = new Map<string, { sum: [number, number, number]; count: number }>();
  for (let i = 0; i < samples.count; i++) {
    if (classes[i] !== UNDERCUT) continue;
    const at = [0, 1, 2].map((k) => samples.at[3 * i + k]!);
    const key = at.map((value) => Math.floor((value / diagonal) * PLACE_CELLS)).join();
    const cell = cells.get(key) ?? { sum: [0, 0, 0], count: 0 };
    at.forEach((value, k) => (cell.sum[k]! += value));
    cell.count += 1;
    cells.set(key, cell);
  }
  return [...cells.values()]
    .sort((a, b) => b.count - a.count)
    .slice(0, PLACES)
    .map(({ sum: [x, y, z], count }) => ({
      at: [x / count, y / count, z / count],
      area_m2: count * samples.area_m2
    }));
}

/**
 * The class of each triangle: that of most samples on it; of one too small to have any, of those about it that look the
 * same way.
 */
function onFaces(
  triangles: Triangles,
  samples: Samples,
  classes: Uint8Array,
  way: Vector,
  diagonal: number
): FaceClasses {
  const count = triangleCount(triangles);
  const kinds = DRAFT_CLASSES.length;
  const votes = new Uint32Array(count * kinds);
  const cell = diagonal / FACE_CELLS;
  const near = new Map<number, Uint16Array>();
  const keyOf = (x: number, y: number, z: number, looks: number) =>
    ((Math.floor(x / cell) * 1009 + Math.floor(y / cell)) * 1009 + Math.floor(z / cell)) * 3 + looks;
  const looks = (facing: number) => (facing > 0.01 ? 2 : facing < -0.01 ? 0 : 1);
  for (let i = 0; i < samples.count; i++) {
    votes[samples.triangle[i]! * kinds + classes[i]!]! += 1;
    const k = 3 * i;
    const [facing] = standing(samples, i, way);
    const key = keyOf(samples.at[k]!, samples.at[k + 1]!, samples.at[k + 2]!, looks(facing));
    let there = near.get(key);
    if (!there) near.set(key, (there = new Uint16Array(kinds)));
    there[classes[i]!]! += 1;
  }
  const most = (of: Uint32Array | Uint16Array, from: number) => {
    let best = -1;
    let many = 0;
    for (let k = 0; k < kinds; k++)
      if (of[from + k]! > many) {
        many = of[from + k]!;
        best = k;
      }
    return best;
  };
  const faces = new Uint8Array(count);
  for (let t = 0; t < count; t++) {
    const own = most(votes, t * kinds);
    if (own >= 0) {
      faces[t] = own;
      continue;
    }
    const i = 9 * t;
    const middle = [0, 1, 2].map(
      (k) => (triangles[i + k]! + triangles[i + 3 + k]! + triangles[i + 6 + k]!) / 3
    );
    const facing = facingOf(triangles, i, way);
    const there = near.get(keyOf(middle[0]!, middle[1]!, middle[2]!, looks(facing)));
    const found = there ? most(there, 0) : -1;
    faces[t] =
      found >= 0 ? found : DRAFT_CLASSES.indexOf(classOf(facing, facing > -0.01, facing < 0.01, null));
  }
  return faces;
}

function facingOf(of: Triangles, i: number, way: Vector): number {
  const ux = of[i + 3]! - of[i]!;
  const uy = of[i + 4]! - of[i + 1]!;
  const uz = of[i + 5]! - of[i + 2]!;
  const vx = of[i + 6]! - of[i]!;
  const vy = of[i + 7]! - of[i + 1]!;
  const vz = of[i + 8]! - of[i + 2]!;
  const n: Vector = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
  const length = size(n);
  return length > 0 ? (n[0] * way[0] + n[1] * way[1] + n[2] * way[2]) / length : 0;
}
