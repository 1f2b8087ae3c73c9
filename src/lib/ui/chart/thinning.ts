import type { BandPoint } from './band';

/** A stretch of the x axis. */
export interface View {
  from: number;
  to: number;
}

/** As many points as a chart can move without a jerk; fewer lie outside the view, where they are only passed through. */
const IN_VIEW = 400;
const OUTSIDE = 60;

/**
 * A band with no more points than can be moved smoothly: close ones together, as wide as any of them, fine in the
 * view and coarse outside it.
 *
 * @param points in the order of x
 */
export function thinnedBand(points: readonly BandPoint[], view: View | null): readonly BandPoint[] {
  return thinned(points, view, (bunch) => {
    const middle = bunch[Math.floor(bunch.length / 2)]!;
    const [low, high] = [
      Math.min(...bunch.map((each) => each[2])),
      Math.max(...bunch.map((each) => each[3]))
    ];
    return [middle[0], middle[1], low, high];
  });
}

/** Measured points, every so many of them where there are too many; all of them in a view that holds few enough. */
export function thinnedPoints(
  points: readonly (readonly [number, number])[],
  view: View | null
): readonly (readonly [number, number])[] {
  return thinned(points, view, (bunch) => bunch[0]!);
}

/** Whether a view shows fewer points than there are in it. */
export function thins(points: readonly (readonly number[])[], view: View | null): boolean {
  return points.length > IN_VIEW && points.filter(([x]) => !view || within(x!, view)).length > IN_VIEW;
}

const within = (x: number, { from, to }: View) => x >= from && x <= to;

function thinned<P extends readonly number[]>(
  points: readonly P[],
  view: View | null,
  together: (bunch: readonly P[]) => P
): readonly P[] {
  if (points.length <= IN_VIEW) return points;
  const [first, last] = [points[0]![0]!, points.at(-1)![0]!];
  const { from, to } = view ?? { from: first, to: last };
  const start = points.findIndex(([x]) => x! >= from);
  const end = points.findLastIndex(([x]) => x! <= to) + 1;
  const [left, right] = start < 0 || end <= start ? [0, 0] : [start, end];
  return [
    ...bunched(points.slice(0, left), OUTSIDE, together),
    ...bunched(points.slice(left, right), IN_VIEW, together),
    ...bunched(points.slice(right), OUTSIDE, together)
  ];
}

function bunched<P extends readonly number[]>(
  points: readonly P[],
  most: number,
  together: (bunch: readonly P[]) => P
): P[] {
  const size = Math.ceil(points.length / most);
  if (size <= 1) return [...points];
  const bunches: P[] = [];
  for (let i = 0; i < points.length; i += size) bunches.push(together(points.slice(i, i + size)));
  return bunches;
}
