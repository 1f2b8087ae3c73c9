import type { Part } from '../heat/opening';
import { LEAST_SHUT_S, coolingLimits } from '../heat/opening';
import type { GatingPlan } from '../metal/gating-plan';
import type { Flask } from '../mold/flask';
import type { Layout } from '../mold/layout';
import type { AlloyFigures } from '../reference/alloys';
import { AIR_W_M2_K, WALL_W_M2_K } from '../reference/heat';
import { arrivals, misruns } from './arrival';
import { inCasting, type Chill, type Half } from '../mold/chill';
import { Conduction } from './conduct';
import { METAL, SAND, isMetal, type ToConduct } from './field';
import { cutOffPlaces } from './feeding';
import type { Cells, GridLines } from './grid';
import { fillGrid, type FilledGrid } from './fill';
import { freeze, type FreezingTimes } from './freezing';
import type { StartPartner } from './pair';
import { moldBodies, type CastingToFreeze, type ShapeKnown } from './mold-bodies';

export interface MoldToFreeze {
  flask: Flask;
  castings: readonly CastingToFreeze[];
  layout: Layout;
  way: GatingPlan;
  alloy: AlloyFigures;
  pour_c: number;
  moisture: number;
  cells: Cells;
  chills?: readonly Chill[] | undefined;
  /** The slow end of the doubt: nothing leaves the flask. */
  shut?: boolean | undefined;
}

/** A point in the flask, m from its middle at the parting. */
export interface At {
  x_m: number;
  y_m: number;
  z_m: number;
}

/** A place of a casting that is last to freeze, shut off from what could feed it. */
export interface HotSpot extends At {
  casting: number;
  solid_s: number;
  cut_off_s: number;
  /** Still liquid as it was shut off, and the hollow that it leaves, m³. */
  liquid_m3: number;
  hollow_m3: number;
  /** Where a chill would lie against it: the same place from the middle of its casting, and the nearer of its faces. */
  chill: { x_m: number; y_m: number; half: Half };
}

export type RiserVerdict =
  | { is: 'none' }
  | { is: 'feeds'; longer_s: number; casting_s: number }
  | { is: 'freezes-first'; riser_s: number; casting_s: number }
  | { is: 'cut-off'; from_s: number; liquid_m3: number }
  | { is: 'too-little'; asks_m3: number; gives_m3: number };

export interface MoldFreezing {
  /** When all is solid, and which part is last, s; null where that is later than three days. */
  all_solid_s: number | null;
  last: Part;
  /** All solid and the castings cool enough to be shaken out, never sooner than anybody opens, s. */
  open_s: number | null;
  /** When each part is solid: castings by their number, then the way in; `body` is its place among all. */
  parts: { part: Part; number: number; body: number; solid_s: number | null; known: ShapeKnown | null }[];
  hot_spots: HotSpot[];
  riser: RiserVerdict;
  misrun: (At & { casting: number; arrives_s: number; runs_s: number; volume_m3: number })[];
  /** Castings that no gate meets on the grid: how metal fills them is not known. */
  ungated: number[];
  /** The hottest that it becomes at a wall or at the board, °C. */
  wall_peak_c: number;
  energy_error: number;
  cells: number;
  steps: number;
}

/** For whoever draws it: the grid and the times of its cells. */
export interface FreezingPicture {
  grid: FilledGrid;
  times: FreezingTimes;
}

/** A hollow smaller than this is seen by nobody, m³; and one of less than this share of its casting. */
const SEEN_M3 = 5e-8;
const SEEN_SHARE = 0.003;
/** Nearer than this to the middle it is as near to both faces, m. */
const EVEN_M = 0.002;

/** Cools through the wood of a flask and the board it stands on to the air; its top is open (handbook default). */
const OUTSIDE = [WALL_W_M2_K, WALL_W_M2_K, WALL_W_M2_K, WALL_W_M2_K, WALL_W_M2_K, AIR_W_M2_K] as const;
const NOTHING_OUT = [0, 0, 0, 0, 0, 0] as const;
/** A mold of fewer cells is frozen before a second thread has begun. */
const WORTH_TWO = 20_000;

/**
 * A mold as it freezes in three dimensions: when all of it is solid, where last, what feeds, what metal does not reach, how
 * hot its walls become.
 *
 * @param start a partner in another thread, for a mold of many cells
 * @throws RangeError where the mold is too fine for the cells
 */
export function freezeMold(
  of: MoldToFreeze,
  tell: (progress: { doing: string; done: number }) => void = () => undefined,
  start?: StartPartner
): MoldFreezing & { picture: FreezingPicture } {
  const { flask, alloy, way, castings } = of;
  tell({ doing: 'filling', done: 0 });
  const half_x = flask.length_m / 2;
  const half_y = (flask.shape === 'round' ? flask.length_m : flask.width_m) / 2;
  const { bodies, chills, known } = moldBodies(castings, of.layout, flask, way, of.chills);
  const grid = fillGrid(
    [
      [-half_x, half_x],
      [-half_y, half_y],
      [-flask.drag_m, flask.cope_m]
    ],
    bodies,
    of.cells,
    chills
  );
  mustHold(of, grid);
  const { lines, holds } = grid;
  const conducted: ToConduct = {
    lines,
    holds,
    metal: {
      kg_m3: alloy.solid_kg_m3,
      liquidus_c: alloy.liquidus_c,
      solidus_c: alloy.solidus_c,
      latent_j_kg: alloy.latent_j_kg,
      liquid_j_kg_k: alloy.liquid_j_kg_k,
      solid_j_kg_k: alloy.solid_j_kg_k,
      w_m_k: alloy.w_m_k
    },
    pour_c: of.pour_c,
    moisture: of.moisture,
    outside_w_m2_k: of.shut ? NOTHING_OUT : OUTSIDE
  };
  const heat = new Conduction(conducted, holds.length < WORTH_TWO ? undefined : start);
  const [, out_c] = coolingLimits(alloy);
  const is_casting = (body: number) => bodies[body]!.part === 'casting';
  let times: FreezingTimes;
  try {
    times = freeze(heat, holds, bodies.length, is_casting, out_c, (done) =>
      tell({ doing: 'freezing', done: 0.05 + 0.9 * done })
    );
  } finally {
    heat.end();
  }
  const seen = grid.bodies.flatMap((body, n) => (body.volume_m3 > 0 ? [{ ...body, n }] : []));
  const parts = seen.map(({ part, number, n }) => ({
    part,
    number,
    body: n,
    solid_s: finite(times.bodies[n]!.solid_s),
    known: part === 'casting' ? known[number]! : null
  }));
  const last = parts.reduce((most, each) =>
    (each.solid_s ?? Infinity) > (most.solid_s ?? Infinity) ? each : most
  );
  const cool_s = Math.max(...seen.flatMap(({ n }) => (is_casting(n) ? [times.bodies[n]!.cool_s] : [])));
  const { ungated, misrun } = filling(of, grid, times, heat);
  // What nothing leads to on the grid would be cut off from the first, which tells of the grid and not of the mold.
  const hot_spots = hotSpots(of, grid, times, heat).filter(
    ({ casting, cut_off_s }) => cut_off_s > 0 || !ungated.includes(casting)
  );
  tell({ doing: 'freezing', done: 1 });
  return {
    all_solid_s: last.solid_s,
    last: last.part,
    open_s: last.solid_s === null ? null : finite(Math.max(LEAST_SHUT_S, last.solid_s, cool_s)),
    parts,
    hot_spots,
    riser: riserVerdict(of, parts, hot_spots),
    misrun,
    ungated,
    wall_peak_c: wallPeak(heat),
    energy_error: times.energy_error,
    cells: holds.length,
    steps: times.steps,
    picture: { grid, times }
  };
}

/** Metal of a casting on the grid and as it weighs may differ by so much: more is another body. */
const HOLDS_TO = 0.3;

/** @throws RangeError where the grid has lost a thin casting, or castings lie in one another */
function mustHold({ castings }: MoldToFreeze, { bodies }: FilledGrid): void {
  for (const { part, number, volume_m3 } of bodies)
    if (part === 'casting' && Math.abs(volume_m3 / castings[number]!.volume_m3 - 1) > HOLDS_TO)
      throw new RangeError(`Casting ${number + 1} is too fine for a grid of so many cells.`);
}

const finite = (s: number): number | null => (Number.isFinite(s) ? s : null);

/** Whether the risers do what they stand there for: frozen after the castings, joined until then, with metal enough. */
function riserVerdict(
  { way }: MoldToFreeze,
  parts: MoldFreezing['parts'],
  hot: readonly HotSpot[]
): RiserVerdict {
  const { riser } = way;
  if (!riser) return { is: 'none' };
  const solid = (part: Part, pick: (...of: number[]) => number) =>
    pick(...parts.flatMap((each) => (each.part === part ? [each.solid_s ?? Infinity] : [])));
  const [riser_s, casting_s] = [solid('riser', Math.min), solid('casting', Math.max)];
  const worst = hot[0];
  if (worst) return { is: 'cut-off', from_s: worst.cut_off_s, liquid_m3: worst.liquid_m3 };
  if (riser_s < casting_s) return { is: 'freezes-first', riser_s, casting_s };
  if (riser.gives_m3 < riser.asks_m3 * 0.999)
    return { is: 'too-little', asks_m3: riser.asks_m3, gives_m3: riser.gives_m3 };
  return { is: 'feeds', longer_s: riser_s - casting_s, casting_s };
}

/** Places of castings where liquid metal is shut off from riser and basin, those with most of it first. */
function hotSpots(
  { alloy, castings, layout }: MoldToFreeze,
  { lines, holds, bodies }: FilledGrid,
  times: FreezingTimes,
  heat: Conduction
): HotSpot[] {
  const feeds = (body: number) => ['riser', 'basin'].includes(bodies[body]!.part);
  const cut_off = cutOffPlaces([heat.nx, heat.ny, heat.nz], holds, times, feeds, (at) => heat.volume_m3(at));
  return cut_off
    .filter(({ body }) => bodies[body]!.part === 'casting')
    .map(({ at, body, from_s, until_s, liquid_m3 }) => {
      const place = placeOf(lines, at);
      const casting = bodies[body]!.number;
      const { above_m, below_m } = castings[casting]!.box;
      const [x_m, y_m] = inCasting([place.x_m, place.y_m], layout.places[casting]!);
      // As near to both faces, under it: nothing holds a chill up in the cope but the sand.
      const half: Half = place.z_m + below_m <= above_m - place.z_m + EVEN_M ? 'drag' : 'cope';
      return {
        ...place,
        casting,
        solid_s: until_s,
        cut_off_s: from_s,
        liquid_m3,
        hollow_m3: alloy.shrinks * liquid_m3,
        chill: { x_m, y_m, half }
      };
    })
    .filter(
      ({ hollow_m3, liquid_m3, casting }) =>
        hollow_m3 > SEEN_M3 && liquid_m3 > SEEN_SHARE * castings[casting]!.volume_m3
    );
}

/** The middle of a cell. */
function placeOf({ x, y, z }: GridLines, at: number): At {
  const [nx, ny] = [x.length - 1, y.length - 1];
  const middle = (of: Float64Array, i: number) => (of[i]! + of[i + 1]!) / 2;
  return {
    x_m: middle(x, at % nx),
    y_m: middle(y, Math.floor(at / nx) % ny),
    z_m: middle(z, Math.floor(at / (nx * ny)))
  };
}

/** The hottest cell at a side wall or on the board, °C: metal that touches wood, too. */
function wallPeak({ nx, ny, nz, peak_c }: Conduction): number {
  let hottest = -Infinity;
  for (let k = 0, at = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++, at++)
        if (k === 0 || i === 0 || j === 0 || i === nx - 1 || j === ny - 1)
          hottest = Math.max(hottest, peak_c[at]!);
  return hottest;
}

/** How metal fills each casting by its share of the stream: where it comes later than it runs, and what no gate meets. */
function filling(
  { way, castings }: MoldToFreeze,
  { lines, holds, bodies }: FilledGrid,
  { runs_s }: FreezingTimes,
  heat: Conduction
): Pick<MoldFreezing, 'misrun' | 'ungated'> {
  const { nx, ny, dx, dy, dz } = heat;
  const total = castings.reduce((sum, { volume_m3 }) => sum + volume_m3, 0);
  const beside = [1, nx, nx * ny];
  const found: Pick<MoldFreezing, 'misrun' | 'ungated'> = { misrun: [], ungated: [] };
  bodies.forEach(({ part, number }, n) => {
    if (part !== 'casting') return;
    const cells: number[] = [];
    for (let at = 0; at < holds.length; at++) if (holds[at] === METAL + n) cells.push(at);
    const runs = (at: number) => {
      const is = holds[at] ?? SAND;
      return isMetal(is) && bodies[is - METAL]!.part === 'runner';
    };
    const gates = cells.filter((at) => beside.some((by) => runs(at - by) || runs(at + by)));
    if (gates.length === 0) return void found.ungated.push(number);
    const flow_m3_s = (way.flow_m3_s * castings[number]!.volume_m3) / total;
    const arrives_s = arrivals([nx, ny], holds, cells, gates, [dx, dy, dz], flow_m3_s);
    for (const { at, body: _, ...late } of misruns(cells, arrives_s, runs_s, holds, (cell) =>
      heat.volume_m3(cell)
    ))
      found.misrun.push({ ...placeOf(lines, at), casting: number, ...late });
  });
  return found;
}
