import { BASIN_FULL, type GatingPlan } from '../metal/gating-plan';
import { outlineOfCasting, type CastingBox } from '../mold/casting';
import { inCasting, type Chill } from '../mold/chill';
import type { Flask } from '../mold/flask';
import type { Layout, Place } from '../mold/layout';
import { riserAlong } from '../mold/riser-place';
import { runnersOf } from '../mold/runners';
import { areaOf, placedOutline, type Outline } from '../pattern/outline';
import { solidBox, solidVolume, type Solid } from '../pattern/solids';
import { ball, less, prism, upright, type Body, type Spans } from './bodies';
import { chillBody, type ChillBody } from './chills';

/** The shape of a casting where more than its box is known: what of a plumb line lies in it, from the middle of its box. */
export type OwnShape = (x_m: number, y_m: number) => Spans;

export interface CastingToFreeze {
  box: CastingBox;
  volume_m3: number;
  modulus_m: number;
  /** Of its mesh; left out, by its solid, else as a plate of its volume. */
  shape?: OwnShape | undefined;
  /** The one solid that it is made of. */
  solid?: Solid | undefined;
}

/** How a casting's shape is known. */
export type ShapeKnown = 'mesh' | 'solid' | 'plate';

/**
 * Cells of a body by its modulus: at its faces, and within it; of one that is no box, whose walls are thinner than that, and of the way
 * in, of which only the time is asked. None is finer than the last, m.
 */
const CELLS_OF_MODULUS = {
  casting: [1 / 5, 2],
  round: [1 / 5, 0.6],
  way: [1 / 2.5, 3]
} as const;
const FINEST_M = 0.0004;
function cells(modulus_m: number, what: keyof typeof CELLS_OF_MODULUS): { fine_m: number; within_m: number } {
  const [fine, within] = CELLS_OF_MODULUS[what];
  return { fine_m: Math.max(FINEST_M, fine * modulus_m), within_m: Math.max(FINEST_M, within * modulus_m) };
}
/** A gate is cut so long before its casting, reaches so far into it, and looks for it in such steps, m. */
const GATE = { long_m: 0.015, into_m: 0.003, step_m: 0.001 } as const;
/** A riser beside its casting is joined to it by a neck of this share of its width. */
const NECK_OF_RISER = 0.6;
/** Cold, a casting has so much less volume than its solid at the most, share. */
const SHRUNK = 0.1;
/** A solid fits the box that it lies in, m. */
const FITS_M = 0.0005;

/** Turns a plumb line in the flask to one in the casting's own box. */
const into =
  (place: Place, shape: OwnShape): Body['column'] =>
  (x, y) =>
    shape(...inCasting([x, y], place));

/** A casting of one solid as it lies; null where it does not lie flat in its box. */
function solidBody(named: Omit<Body, 'box_m' | 'column'>, solid: Solid, box: CastingBox): Body | null {
  const [a, b, c] = solidBox(solid);
  const sides = [box.length_m, box.width_m, box.above_m + box.below_m];
  const lies = (of: readonly number[]) => of.every((side, i) => Math.abs(side - sides[i]!) < FITS_M);
  const z: readonly [number, number] = [-box.below_m, box.above_m];
  switch (solid.shape) {
    case 'sphere':
      return lies([a, b, c])
        ? ball(named, [0, 0, (box.above_m - box.below_m) / 2], solid.diameter_m / 2)
        : null;
    case 'cylinder':
    case 'disc': {
      const r = solid.diameter_m / 2;
      if (lies([a, b, c])) return upright(named, [0, 0], z, [r, r]);
      if (!lies([c, a, b])) return null;
      const middle = (box.above_m - box.below_m) / 2;
      return {
        ...named,
        box_m: [
          [-c / 2, c / 2],
          [-r, r],
          [z[0], z[1]]
        ],
        column(x, y) {
          const half = Math.sqrt(Math.max(0, r * r - y * y));
          return Math.abs(x) < c / 2 && half > 0 ? [[middle - half, middle + half]] : [];
        }
      };
    }
    case 'frustum':
      return lies([a, b, c]) ? upright(named, [0, 0], z, [solid.diameter_m / 2, solid.top_m / 2]) : null;
    case 'ring': {
      if (!lies([a, b, c])) return null;
      const [r, inner] = [solid.diameter_m / 2, solid.inner_m / 2];
      return less(upright(named, [0, 0], z, [r, r]), upright(named, [0, 0], z, [inner, inner]));
    }
    case 'box':
      return null;
  }
}

/** A casting in its place: by its mesh, its solid, or as a plate of its volume under its outline. */
function castingBody(
  { box, volume_m3, modulus_m, shape, solid }: CastingToFreeze,
  number: number,
  place: Place
): { body: Body; known: ShapeKnown } {
  const named = {
    part: 'casting' as const,
    number,
    ...cells(modulus_m, shape || (solid && solid.shape !== 'box') ? 'round' : 'casting')
  };
  const own = outlineOfCasting(box);
  const outline = placedOutline(own, place.x_m, place.y_m, place.turned_rad);
  const whole = prism(named, outline, -box.below_m, box.above_m);
  if (shape) return { body: { ...whole, column: into(place, shape) }, known: 'mesh' };
  const known = solid && Math.abs(solidVolume(solid) / volume_m3 - 1) < SHRUNK ? solid : null;
  if (known?.shape === 'box') return { body: whole, known: 'solid' };
  const body = known && solidBody(named, known, box);
  if (body) return { body: { ...whole, column: into(place, body.column) }, known: 'solid' };
  // Its box holds more than the casting weighs: a plate of its volume about the parting, as much to each side.
  const height = box.above_m + box.below_m;
  const full = Math.min(1, volume_m3 / (areaOf(own) * height));
  return { body: prism(named, outline, -box.below_m * full, box.above_m * full), known: 'plate' };
}

const rectangle = (x: number, y: number, long: number, wide: number): Outline => [
  [x - long / 2, y - wide / 2],
  [x + long / 2, y - wide / 2],
  [x + long / 2, y + wide / 2],
  [x - long / 2, y + wide / 2]
];

/** A stretch from a point to another, as wide as it is cut. */
function stretch(a: readonly [number, number], b: readonly [number, number], wide_m: number): Outline {
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [nx, ny] = [((b[1] - a[1]) * wide_m) / 2 / long, ((a[0] - b[0]) * wide_m) / 2 / long];
  return [
    [a[0] + nx, a[1] + ny],
    [b[0] + nx, b[1] + ny],
    [b[0] - nx, b[1] - ny],
    [a[0] - nx, a[1] - ny]
  ];
}

type Point = readonly [number, number];
const between = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
const along = (from: Point, to: Point, by_m: number): Point => {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
  return [from[0] + ((to[0] - from[0]) * by_m) / long, from[1] + ((to[1] - from[1]) * by_m) / long];
};

/**
 * Where a gate meets its casting: on from the outline, which is convex, up to the metal at the parting, and into it. A
 * casting that has none there keeps its gate at the outline.
 */
function gateEnd(from: Point, to: Point, { box_m, column }: Body, height_m: number): Point {
  const far = Math.hypot(box_m[0][1] - box_m[0][0], box_m[1][1] - box_m[1][0]);
  for (let by = GATE.step_m; by < far; by += GATE.step_m) {
    const at = along(to, from, -by);
    if (column(...at).some(([low, high]) => low <= 1e-6 && high >= -height_m / 2))
      return along(to, from, -by - GATE.into_m);
  }
  return along(to, from, -GATE.into_m);
}

/** Runner and gate of a casting, from the sprue: square stretches at the parting, in the drag; the last of it is the gate. */
function wayTo(
  runners: readonly Outline[],
  casting: Body,
  way: GatingPlan,
  castings: number,
  number: number
): Body[] {
  const { runner, ingates } = way;
  // A casting that lies over the sprue has no way to it.
  const stretches = runners.filter((of) => of.length > 0);
  const gate_wide = (ingates.width_m * ingates.count) / castings;
  return stretches.flatMap((of, i) => {
    const [from, to] = [between(of[0]!, of[3]!), between(of[1]!, of[2]!)];
    const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const named = { part: 'runner' as const, number };
    const channel = (a: Point, b: Point) =>
      prism(
        { ...named, ...cells(Math.min(runner.width_m, runner.height_m) / 4, 'way') },
        stretch(a, b, runner.width_m),
        -runner.height_m,
        0
      );
    if (i < stretches.length - 1) return [channel(from, along(to, from, -runner.width_m / 2))];
    const gate_from = along(to, from, Math.min(GATE.long_m, 0.8 * long));
    const gate = prism(
      { ...named, ...cells(ingates.height_m / 2, 'way') },
      stretch(gate_from, gateEnd(from, to, casting, ingates.height_m), gate_wide),
      -ingates.height_m,
      0
    );
    return [gate, channel(from, gate_from)];
  });
}

/** Where a riser stands: on the end of its casting that is away from the sprue, or beside it. */
function risersOf(
  castings: readonly { of: CastingToFreeze; body: Body; place: Place }[],
  sprue: Point,
  riser: NonNullable<GatingPlan['riser']>,
  cope_m: number
): Body[] {
  const r = riser.diameter_m / 2;
  return castings.slice(0, riser.count).flatMap(({ of, body, place }, n) => {
    const named = { part: 'riser' as const, number: n, ...cells(riser.modulus_m, 'casting') };
    const { x_m, end_m, inward } = riserAlong(body.box_m[0], sprue[0], riser);
    const at: Point = [x_m, place.y_m];
    if (riser.stands === 'on-top') {
      const top = body.column(...at).at(-1)?.[1] ?? of.box.above_m;
      return [upright(named, at, [top, cope_m], [r, r])];
    }
    const deep = NECK_OF_RISER * riser.diameter_m;
    const { above_m, below_m } = of.box;
    // The neck lies where the casting is, in the half that holds more of it.
    const neck: readonly [number, number] =
      below_m >= above_m ? [-Math.min(below_m, deep), 0] : [0, Math.min(above_m, deep)];
    return [
      upright(named, at, [Math.min(0, neck[0]), riser.stands === 'blind' ? riser.height_m : cope_m], [r, r]),
      prism(named, stretch(at, [end_m + inward * GATE.into_m, place.y_m], deep), neck[0], neck[1])
    ];
  });
}

/** A body moved so that it lies within the walls. */
const within = (at: number, half: number, wall: number): number =>
  Math.max(-wall + half, Math.min(wall - half, at));

/**
 * All the metal of a mold as bodies in its flask: castings first, then risers, then the way in.
 *
 * @param castings in the order of the layout's places
 */
export function moldBodies(
  castings: readonly CastingToFreeze[],
  { places, sprue }: Layout,
  flask: Flask,
  way: GatingPlan,
  chills: readonly Chill[] = []
): { bodies: Body[]; chills: ChillBody[]; known: ShapeKnown[] } {
  const laid = castings.map((of, i) => ({
    of,
    place: places[i]!,
    ...castingBody(of, i, places[i]!)
  }));
  const at: Point = [sprue.x_m, sprue.y_m];
  const runners = runnersOf(
    laid.map(({ of, place }) =>
      placedOutline(outlineOfCasting(of.box), place.x_m, place.y_m, place.turned_rad)
    ),
    at
  );
  const half_x = flask.length_m / 2;
  const half_y = (flask.shape === 'round' ? flask.length_m : flask.width_m) / 2;
  const { basin, well, sprue: pin, riser } = way;
  const taper = Math.sqrt(BASIN_FULL);
  const [long, wide] = [basin.length_m * taper, basin.width_m * taper];
  const bodies = [
    ...laid.map(({ body }) => body),
    ...(riser ? risersOf(laid, at, riser, flask.cope_m) : []),
    prism(
      { part: 'basin', number: 0, ...cells(basin.depth_m / 3, 'way') },
      rectangle(within(at[0], long / 2, half_x), within(at[1], wide / 2, half_y), long, wide),
      flask.cope_m - basin.depth_m,
      flask.cope_m
    ),
    upright(
      { part: 'sprue', number: 0, ...cells(pin.bottom_m / 4, 'way') },
      at,
      [0, flask.cope_m - basin.depth_m],
      [pin.bottom_m / 2, pin.top_m / 2]
    ),
    upright(
      { part: 'sprue', number: 0, ...cells(well.diameter_m / 5, 'way') },
      at,
      [-Math.min(well.depth_m, flask.drag_m - 0.005), 0],
      [well.diameter_m / 2, well.diameter_m / 2]
    ),
    ...laid.flatMap(({ body }, i) => wayTo(runners[i]!, body, way, castings.length, i))
  ];
  return {
    bodies,
    chills: chills.flatMap((chill) => {
      const against = laid[chill.casting];
      return against ? (chillBody(chill, against.body, against.place) ?? []) : [];
    }),
    known: laid.map(({ known }) => known)
  };
}
