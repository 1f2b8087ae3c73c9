import { RUNNER, SPRUE_WIDTH_M, sandAround } from '$core/reference/mold';
import type { Alloy } from '$core/reference/alloys';
import { outlineOfCasting, type CastingBox } from './casting';
import { insideArea, type Flask } from './flask';
import type { Layout, Place } from './layout';
import { rowLayouts } from './rows';
import { runnerTo, runnersOf } from './runners';
import {
  areaOf,
  gapBetween,
  boxOf,
  boxesApart,
  gapToPoint,
  liesClear,
  noFitOutline,
  perimeterOf,
  placedOutline,
  pointLiesClear,
  type Box,
  type Outline
} from '../pattern/outline';

/** A stretch of sand between two things, and what it should be. */
export interface Clearance {
  between: 'wall' | 'casting' | 'sprue' | 'runner' | 'sprue-wall';
  /** The casting that it belongs to; null of the sprue's own. */
  casting: number | null;
  /** Of two castings, or of a runner past a casting, the other. */
  other: number | null;
  gap_m: number;
  wants_m: number;
}

/** A clearance that is right to a hundredth of a millimetre is right. */
const EXACT_M = 1e-5;
export const keeps = ({ gap_m, wants_m }: Clearance): boolean => gap_m >= wants_m - EXACT_M;

/** How far an outline stays from the wall of a flask, m; below 0 it stands out. */
export function gapToWall(outline: Outline, { shape, length_m, width_m }: Flask): number {
  let least = Infinity;
  for (const [x, y] of outline)
    least = Math.min(
      least,
      shape === 'round'
        ? length_m / 2 - Math.hypot(x, y)
        : Math.min(length_m / 2 - Math.abs(x), width_m / 2 - Math.abs(y))
    );
  return least;
}

/**
 * Every clearance of a layout: each casting to the wall, to each other one and to the sprue, each runner past the other
 * castings, the sprue to the wall.
 */
export function clearances(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  { places, sprue }: Layout
): Clearance[] {
  const around = castings.map(({ kg }) => sandAround(kg, alloy));
  const outlines = castings.map((casting, i) => {
    const { x_m, y_m, turned_rad } = places[i]!;
    return placedOutline(outlineOfCasting(casting), x_m, y_m, turned_rad);
  });
  const at = [sprue.x_m, sprue.y_m] as const;
  const runners = runnersOf(outlines, at);
  const found: Clearance[] = [];
  outlines.forEach((outline, i) => {
    const { wall_m, between_m, sprue_m } = around[i]!;
    found.push({
      between: 'wall',
      casting: i,
      other: null,
      gap_m: gapToWall(outline, flask),
      wants_m: wall_m
    });
    for (let k = i + 1; k < outlines.length; k++)
      found.push({
        between: 'casting',
        casting: i,
        other: k,
        gap_m: gapBetween(outline, outlines[k]!),
        wants_m: Math.max(between_m, around[k]!.between_m)
      });
    found.push({
      between: 'sprue',
      casting: i,
      other: null,
      gap_m: gapToPoint(outline, at) - SPRUE_WIDTH_M / 2,
      wants_m: sprue_m
    });
    const runner = runners[i]!;
    outlines.forEach((other, k) => {
      if (k === i) return;
      const gap_m = Math.min(...runner.map((each) => gapBetween(each, other)));
      found.push({ between: 'runner', casting: i, other: k, gap_m, wants_m: RUNNER.clear_m });
    });
  });
  const sprue_gap = gapToWall([at], flask) - SPRUE_WIDTH_M / 2;
  const sprue_wants = Math.max(...around.map(({ sprue_m }) => sprue_m));
  found.push({ between: 'sprue-wall', casting: null, other: null, gap_m: sprue_gap, wants_m: sprue_wants });
  return found;
}

/** Places that are tried along each side. */
const GRID = 24;
/** Places looked at in all before it is given up. */
const MOST_LOOKS = 250_000;
/** Up to so many castings are turned by eighths too; more lie square to the flask. */
const FEW = 3;
/** Shares of the sand that are tried where all of it is not to be had. */
const LESS = [0.7, 0.4, 0] as const;

/**
 * Lays castings into a flask so that every clearance is kept, or as many of them as can be. Greedy, several times over: the
 * sprue in the middle or at a side, the largest first or the longest first, each casting at the first place that keeps what
 * it wants, near the sprue or in a corner, turned by eighths. Where nothing keeps all, the same with less sand each time.
 *
 * @returns the layout, and whether it keeps every clearance
 * @throws RangeError on no casting
 */
export function layOut(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask
): { layout: Layout; keeps: boolean } {
  if (castings.length === 0) throw new RangeError('There is no casting to lay out.');
  const whole = keptLayout(castings, alloy, flask);
  if (whole) return { layout: whole, keeps: true };
  for (const share of LESS) {
    const layout = tryAll(castings, alloy, flask, share, { left: MOST_LOOKS / 8 });
    if (layout) return { layout, keeps: false };
  }
  // They are larger than the flask: side by side about its middle, so that one sees by how much.
  let x = -castings.reduce((sum, { length_m }) => sum + length_m, 0) / 2;
  const places = castings.map(({ length_m }) => ({
    x_m: (x += length_m) - length_m / 2,
    y_m: 0,
    turned_rad: 0
  }));
  return { layout: { places, sprue: { x_m: 0, y_m: flask.width_m / 2 - SPRUE_WIDTH_M } }, keeps: false };
}

/**
 * A layout that keeps every clearance; null where none was found.
 *
 * @param looks how many places are looked at before it is given up
 */
export function keptLayout(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  looks = MOST_LOOKS
): Layout | null {
  if (!roomFor(castings, alloy, flask)) return null;
  return tryAll(castings, alloy, flask, 1, { left: looks }) ?? inRows(castings, alloy, flask);
}

/** Castings that are alike in rows and columns, where all clearances are kept so; else null. */
function inRows(castings: readonly CastingBox[], alloy: Alloy, flask: Flask): Layout | null {
  for (const layout of rowLayouts(castings, alloy, flask))
    if (clearances(castings, alloy, flask, layout).every(keeps)) return layout;
  return null;
}

/**
 * Whether there is room at all: every casting with half of the sand between castings all round it, within the flask less
 * the sand at its walls. Where there is not, no layout keeps its clearances.
 */
function roomFor(castings: readonly CastingBox[], alloy: Alloy, flask: Flask): boolean {
  const around = castings.map(({ kg }) => sandAround(kg, alloy));
  const wall = Math.min(...around.map(({ wall_m }) => wall_m));
  const between = Math.min(...around.map(({ between_m }) => between_m));
  const grown = (side: number) => Math.max(0, side - 2 * wall + between);
  const room =
    flask.shape === 'round'
      ? (Math.PI / 4) * grown(flask.length_m) ** 2
      : grown(flask.length_m) * grown(flask.width_m);
  // A convex outline with a border of b all round covers its area, its perimeter times b and a circle of b.
  const border = between / 2;
  const wanted = castings.reduce((sum, casting) => {
    const outline = outlineOfCasting(casting);
    return sum + areaOf(outline) + perimeterOf(outline) * border + Math.PI * border ** 2;
  }, 0);
  return wanted <= room * (1 + 1e-9);
}

function tryAll(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  share: number,
  looks: { left: number }
): Layout | null {
  const room = insideArea(flask);
  const covered = castings.reduce((sum, casting) => sum + areaOf(outlineOfCasting(casting)), 0);
  if (covered > room) return null;
  const around = castings.map(({ kg }) => sandAround(kg, alloy));
  const ways = new Map<CastingBox, Turned[]>();
  for (const casting of castings)
    if (!ways.has(casting)) ways.set(casting, turnedWays(casting, castings.length <= FEW ? 8 : 4));
  const items = castings.map((casting, i) => ({
    i,
    turned: ways.get(casting)!,
    area: casting.length_m * casting.width_m,
    longest: Math.max(casting.length_m, casting.width_m),
    wall: around[i]!.wall_m * share,
    between: around[i]!.between_m,
    sprue: around[i]!.sprue_m * share + SPRUE_WIDTH_M / 2
  }));
  const [half_x, half_y] = [
    flask.length_m / 2,
    (flask.shape === 'round' ? flask.length_m : flask.width_m) / 2
  ];
  const sprue_wants = Math.max(...around.map(({ sprue_m }) => sprue_m)) * share + SPRUE_WIDTH_M / 2;
  const sprues = spruePlaces(flask, half_x, half_y, sprue_wants);
  const largest = [...items].sort((a, b) => b.area - a.area);
  const longest = [...items].sort((a, b) => b.longest - a.longest);
  // Often they are one order, as of castings of one pattern: that is looked at once.
  const orders = largest.every(({ i }, k) => i === longest[k]!.i) ? [largest] : [largest, longest];
  const scores = [
    (x: number, y: number, sx: number, sy: number) => Math.hypot(x - sx, y - sy),
    (x: number, y: number) => (x + half_x) * 1000 + (y + half_y),
    (x: number, y: number) => (y + half_y) * 1000 + (x + half_x)
  ];
  for (const sprue of sprues)
    for (const order of orders)
      for (const score of scores) {
        const laid: (Laid & { i: number })[] = [];
        for (const item of order) {
          const found = firstPlace(item, laid, flask, sprue, half_x, half_y, score, share, looks);
          if (!found) break;
          laid.push({ i: item.i, between: item.between, ...found });
        }
        if (laid.length < items.length) continue;
        const places = laid.sort((a, b) => a.i - b.i).map(({ at }) => at);
        const layout = { places, sprue };
        if (share < 1 || clearances(castings, alloy, flask, layout).every(keeps)) return layout;
      }
  return null;
}

/** A casting as it may lie. */
interface Turned {
  turned_rad: number;
  outline: Outline;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  /** Radii of the least circle about its middle that it lies in, and of the largest that lies in it, m. */
  reach: number;
  within: number;
  /** Where others must not come, by what they are. */
  no_fit: Map<Turned, Outline>;
}
interface Laid {
  of: Turned;
  outline: Outline;
  at: Place;
  between: number;
  box: Box;
  runner: Stretch[];
}
/** A stretch of runner, and the box about it. */
interface Stretch {
  outline: Outline;
  box: Box;
}

function turnedWays(casting: CastingBox, turns: number): Turned[] {
  const own = outlineOfCasting(casting);
  return turnsOf(own, turns).map((turned_rad) => {
    const outline = placedOutline(own, 0, 0, turned_rad);
    const [x0, x1, y0, y1] = boxOf(outline);
    const reach = Math.max(...outline.map(([x, y]) => Math.hypot(x, y)));
    const within = -gapToPoint(outline, [0, 0]);
    return { turned_rad, outline, x0, x1, y0, y1, reach, within, no_fit: new Map() };
  });
}

/** Where the middle of another must not come, as seen from the middle of one. */
function noFit(of: Turned, other: Turned): Outline {
  const known = of.no_fit.get(other);
  if (known) return known;
  const found = noFitOutline(of.outline, other.outline);
  of.no_fit.set(other, found);
  return found;
}

function firstPlace(
  item: { turned: Turned[]; wall: number; between: number; sprue: number },
  laid: readonly Laid[],
  flask: Flask,
  sprue: { x_m: number; y_m: number },
  half_x: number,
  half_y: number,
  score: (x: number, y: number, sx: number, sy: number) => number,
  share: number,
  looks: { left: number }
): Omit<Laid, 'between'> | null {
  const candidates: { x: number; y: number; of: Turned; score: number }[] = [];
  // Circles that lie within tell most of what is no place, before anything is sorted or measured.
  const surelyClashes = (x: number, y: number, of: Turned): boolean => {
    if (Math.hypot(x - sprue.x_m, y - sprue.y_m) < of.within + item.sprue - EXACT_M) return true;
    for (const { at, of: other, between } of laid) {
      const wants = Math.max(item.between, between) * share - EXACT_M;
      if (Math.hypot(x - at.x_m, y - at.y_m) < of.within + other.within + wants) return true;
    }
    return false;
  };
  for (const of of item.turned) {
    const [x_least, x_most] = [-half_x + item.wall - of.x0, half_x - item.wall - of.x1];
    const [y_least, y_most] = [-half_y + item.wall - of.y0, half_y - item.wall - of.y1];
    if (x_least > x_most + EXACT_M || y_least > y_most + EXACT_M) continue;
    const xs = spots(x_least, x_most, laid, item, of.x0, of.x1, 0, share, [
      sprue.x_m - item.sprue - of.x1,
      sprue.x_m + item.sprue - of.x0
    ]);
    const ys = spots(y_least, y_most, laid, item, of.y0, of.y1, 2, share, [
      sprue.y_m - item.sprue - of.y1,
      sprue.y_m + item.sprue - of.y0
    ]);
    for (const x of xs)
      for (const y of ys)
        if (!surelyClashes(x, y, of)) candidates.push({ x, y, of, score: score(x, y, sprue.x_m, sprue.y_m) });
  }
  candidates.sort((a, b) => a.score - b.score);
  const gate = [sprue.x_m, sprue.y_m] as const;
  const past_runner = RUNNER.clear_m * share - EXACT_M;
  for (const { x, y, of } of candidates) {
    if (looks.left-- <= 0) return null;
    const outline = of.outline.map(([a, b]) => [a + x, b + y] as const);
    const box: Box = [x + of.x0, x + of.x1, y + of.y0, y + of.y1];
    if (flask.shape === 'round' && gapToWall(outline, flask) < item.wall - EXACT_M) continue;
    if (
      Math.hypot(x - sprue.x_m, y - sprue.y_m) < of.reach + item.sprue &&
      !pointLiesClear(outline, gate, item.sprue - EXACT_M)
    )
      continue;
    const clear = (a: Stretch, b: Stretch, wants: number) =>
      boxesApart(a.box, b.box) >= wants || liesClear(a.outline, b.outline, wants);
    const own = { outline, box };
    const beside = laid.every(({ of: other, at, between, box: taken }) => {
      const wants = Math.max(item.between, between) * share - EXACT_M;
      if (boxesApart(box, taken) >= wants) return true;
      return pointLiesClear(noFit(other, of), [x - at.x_m, y - at.y_m], wants);
    });
    if (!beside) continue;
    if (!laid.every(({ runner }) => runner.every((each) => clear(each, own, past_runner)))) continue;
    const runner = runnerTo(outline, gate).map((each) => ({ outline: each, box: boxOf(each) }));
    if (!laid.every((other) => runner.every((each) => clear(each, other, past_runner)))) continue;
    const at = { x_m: x, y_m: y, turned_rad: of.turned_rad };
    return { of, outline, at, box, runner };
  }
  return null;
}

/** Where a casting may stand along a side: at the walls, against what lies there, against the sprue, and evenly between. */
function spots(
  least: number,
  most: number,
  laid: readonly Laid[],
  item: { between: number },
  low: number,
  high: number,
  axis: 0 | 2,
  share: number,
  beside: number[]
): number[] {
  const found = new Set<number>();
  const put = (value: number) => {
    if (value >= least - EXACT_M && value <= most + EXACT_M)
      found.add(Math.round(Math.max(least, Math.min(most, value)) * 1e6) / 1e6);
  };
  put(least);
  put(most);
  put((least + most) / 2);
  beside.forEach(put);
  for (const { box, between } of laid) {
    const gap = Math.max(item.between, between) * share;
    put(box[axis]! - gap - high);
    put(box[axis + 1]! + gap - low);
  }
  for (let k = 1; k < GRID; k++) put(least + ((most - least) * k) / GRID);
  return [...found];
}

/** Turns that look different: a rectangle is the same after half of one. */
function turnsOf(outline: Outline, turns: number): number[] {
  const key = (of: Outline) =>
    of
      .map(([x, y]) => `${Math.round(x * 1e5)} ${Math.round(y * 1e5)}`)
      .sort()
      .join();
  const seen = new Set<string>();
  return Array.from({ length: turns }, (_, k) => (2 * Math.PI * k) / turns)
    .sort((a, b) => Number((a / (Math.PI / 2)) % 1 > 0.01) - Number((b / (Math.PI / 2)) % 1 > 0.01))
    .filter((turn) => {
      const of = key(placedOutline(outline, 0, 0, turn));
      return !seen.has(of) && seen.add(of);
    });
}

/** In the middle, and at the middle of each side with the sand that it wants. */
function spruePlaces({ shape }: Flask, half_x: number, half_y: number, wants: number): Layout['sprue'][] {
  const [x, y] = [half_x - wants, half_y - wants];
  const sides = [
    { x_m: 0, y_m: 0 },
    { x_m: x, y_m: 0 },
    { x_m: 0, y_m: y },
    { x_m: -x, y_m: 0 }
  ];
  if (shape === 'round') return sides.slice(0, 2);
  return [...sides, { x_m: x, y_m: y }];
}
