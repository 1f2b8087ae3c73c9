import { MeshFault } from '../mesh/fault';
import { Rays } from '../mesh/rays';
import { boxOf, reachAlong, sidesOf } from '../mesh/measure';
import { dot, plus, size, times, type Triangles, type Vector } from '../mesh/triangles';
import { around, flatDirections, principalDirections, spreadDirections } from './directions';
import { bestParting, type Parting } from './parting';
import { samplesOf, type Samples } from './samples';
import { Pictures, waysByRays } from './sight';

/** A way to draw a body, and what it costs. */
export interface Pull extends Parting {
  /** Out of the drag into the cope; of length 1. */
  way: Vector;
  /** How far it reaches into each half of a flat parting, m. */
  cope_m: number;
  drag_m: number;
}

/** Directions that the search begins with, besides the flats of the body. */
const SPREAD = 200;
const FLATS = 12;
const SAMPLES = { pictures: 24_000, rays: 6_000 } as const;
/** Those that go on into the next round. */
const REFINED = 6;
const CHECKED = 8;
const RANKED = 5;
const LEANS_RAD = [6, 2, 0.7].map((degrees) => (degrees * Math.PI) / 180);
/** Shares of the surface that count as the same: what a coarse picture or a hand cannot tell apart. */
const EVEN = { undercut: 0.004, flat: 0.004, walls: 0.01 } as const;
/** Two pulls within this of each other are one, cos of 8 degrees. */
const SAME = Math.cos((8 * Math.PI) / 180);

/** How far a long piece of work has come, 0 to 1. */
export type Progress = number;

/**
 * Searches the directions in which a body is drawn: least undercut first, then least held back by a flat parting, then
 * least drag of walls without draft (their area over the depth that they are drawn through), then the shallowest. Two hundred spread over half a sphere and the body's own flats, seen in
 * pictures; the best leaned about; the last ones held against the triangles themselves.
 *
 * @returns the best first, none within 8 degrees of another
 */
export function* searchPull(triangles: Triangles, rays: Rays): Generator<Progress, Pull[]> {
  const box = boxOf(triangles);
  const diagonal = size(sidesOf(box));
  const middle = times(plus(box.least, box.most), 0.5);
  const seen = samplesOf(triangles, SAMPLES.pictures);
  mustBeQuick(seen, rays);
  const pictures = new Pictures(seen, middle, diagonal);
  const total = seen.area_m2 * seen.count;
  const inPictures = (way: Vector): Pull => {
    const along = reachOf(seen, way);
    return pullOf(way, along, bestParting(seen, way, pictures.ways(way), along));
  };
  const own = [...flatDirections(triangles, FLATS), ...principalDirections(seen)];
  const first = [...own, ...spreadDirections(SPREAD)];
  const looks = first.length + REFINED * LEANS_RAD.length * 6;
  let looked = 0;
  let best: Pull[] = [];
  for (const way of first) {
    best.push(inPictures(way));
    if (++looked % 4 === 0) yield (0.7 * looked) / looks;
  }
  best = ranked(best, total);
  for (const lean of LEANS_RAD) {
    const next = [...best];
    for (const { way } of best.slice(0, REFINED))
      for (const leaned of around(way, lean, 6)) {
        next.push(inPictures(leaned));
        if (++looked % 4 === 0) yield (0.7 * looked) / looks;
      }
    best = ranked(next, total);
  }
  const points = samplesOf(triangles, SAMPLES.rays);
  const checked: Pull[] = [];
  // A picture cannot tell a flat of the body from a way beside it: the triangles can.
  const finals = [
    ...own.slice(0, CHECKED),
    ...own.slice(FLATS),
    ...apart(best)
      .slice(0, CHECKED)
      .map(({ way }) => way)
  ];
  for (const [i, way] of finals.entries()) {
    yield 0.7 + (0.3 * i) / finals.length;
    const along = reachAlong(triangles, way);
    checked.push(
      pullOf(way, along, bestParting(points, way, waysByRays(points, rays, way, diagonal), along))
    );
  }
  return apart(ranked(checked, total)).slice(0, RANKED).map(deepInTheDrag);
}

/** Rays that are tried to see what all of them will cost, and the triangles that one may be held against. */
const TRIED = 64;
const MOST_HELD = 2000;

/**
 * A body of honest triangles has a hundred or so along a ray. Needles that lie across one another have them all, and a
 * quarter of a million rays would take hours.
 *
 * @throws MeshFault
 */
function mustBeQuick({ count, at, normal }: Samples, rays: Rays): void {
  let held = 0;
  const step = Math.max(1, Math.floor(count / TRIED));
  for (let i = 0; i < count; i += step) {
    const k = 3 * i;
    held += rays.held([at[k]!, at[k + 1]!, at[k + 2]!], [normal[k]!, normal[k + 1]!, normal[k + 2]!]);
  }
  if (held / Math.ceil(count / step) > MOST_HELD)
    throw new MeshFault(
      'Its triangles are needles that lie across one another: export the body with a more even mesh.'
    );
}

/** The same mold turned over, where less of the pattern then stands in the cope. */
function deepInTheDrag(pull: Pull): Pull {
  if (pull.cope_m <= pull.drag_m) return pull;
  const { way, height_m, cope_m, drag_m } = pull;
  return { ...pull, way: times(way, -1), height_m: -height_m, cope_m: drag_m, drag_m: cope_m };
}

export const pullOf = (way: Vector, along: { least: number; most: number }, parting: Parting): Pull => ({
  way,
  ...parting,
  cope_m: Math.max(0, along.most - parting.height_m),
  drag_m: Math.max(0, parting.height_m - along.least)
});

/** Best first. Figures as alike as one can tell are held for equal, so that the next one decides. */
export function ranked(pulls: readonly Pull[], total_m2: number): Pull[] {
  const step = (value: number, even: number) => Math.round(value / total_m2 / even);
  const depth = ({ cope_m, drag_m }: Pull) => cope_m + drag_m;
  const shallowest = Math.min(...pulls.map(depth)) || 1;
  const dragging = (pull: Pull) => step((pull.no_draft_m2 * depth(pull)) / shallowest, EVEN.walls);
  return [...pulls].sort(
    (a, b) =>
      step(a.stepped_m2, EVEN.undercut) - step(b.stepped_m2, EVEN.undercut) ||
      step(a.flat_m2, EVEN.flat) - step(b.flat_m2, EVEN.flat) ||
      dragging(a) - dragging(b) ||
      depth(a) - depth(b)
  );
}

function apart(pulls: Pull[]): Pull[] {
  const kept: Pull[] = [];
  for (const pull of pulls) if (kept.every(({ way }) => Math.abs(dot(way, pull.way)) < SAME)) kept.push(pull);
  return kept;
}

function reachOf({ count, at }: { count: number; at: Float32Array }, [x, y, z]: Vector) {
  let [least, most] = [Infinity, -Infinity];
  for (let k = 0; k < 3 * count; k += 3) {
    const h = at[k]! * x + at[k + 1]! * y + at[k + 2]! * z;
    if (h < least) least = h;
    if (h > most) most = h;
  }
  return { least, most };
}
