import type { BandPoint } from './band';

/** A vertex on the screen, px. */
export type Vertex = [x: number, y: number];

/**
 * The outline of a band on the screen: along its upper edge and back along its lower. Points that fall on one column
 * of pixels become one, as wide as any of them, so that nothing that shows is lost however many there are.
 *
 * @param at where a value lies on the screen; y grows downward there
 */
export function envelope(
  points: readonly BandPoint[],
  from: number,
  to: number,
  at: (x: number, y: number) => Vertex
): Vertex[] {
  const upper: Vertex[] = [];
  const lower: Vertex[] = [];
  for (let i = Math.max(0, from); i < Math.min(points.length, to); i++) {
    const [x, , low, high] = points[i]!;
    const [column, top] = at(x, high);
    const [, bottom] = at(x, low);
    const last = upper.at(-1);
    if (last && Math.abs(last[0] - column) < 1) {
      last[1] = Math.min(last[1], top);
      lower.at(-1)![1] = Math.max(lower.at(-1)![1], bottom);
      continue;
    }
    upper.push([column, top]);
    lower.push([column, bottom]);
  }
  return [...upper, ...lower.reverse()];
}
