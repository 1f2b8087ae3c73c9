import { boxOf, type Outline } from '../pattern/outline';
import type { Part } from '../heat/opening';

/** Stretches of a plumb line that lie in a body, m above the parting, upward. */
export type Spans = readonly (readonly [number, number])[];

/** A body of metal in a mold: along the flask x, across it y, up from the parting z, from the middle of the flask. */
export interface Body {
  part: Part;
  /** Of castings, which one it is in the mold, from 0; else 0. */
  number: number;
  /** Its box, by axis: from and to, m. */
  box_m: readonly [readonly [number, number], readonly [number, number], readonly [number, number]];
  /** Cells at its faces should be no longer than this, and those within it than that, m. */
  fine_m: number;
  within_m: number;
  /** What of a plumb line lies in it. */
  column: (x_m: number, y_m: number) => Spans;
}

type Named = Pick<Body, 'part' | 'number' | 'fine_m' | 'within_m'>;

const NONE: Spans = [];

/** Whether a point lies in an outline (ray casting). */
function contains(outline: Outline, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [xi, yi] = outline[i]!;
    const [xj, yj] = outline[j]!;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

/** A plate of any outline between two heights. */
export function prism(named: Named, outline: Outline, from_m: number, to_m: number): Body {
  const [x0, x1, y0, y1] = boxOf(outline);
  const span: Spans = [[from_m, to_m]];
  return {
    ...named,
    box_m: [
      [x0, x1],
      [y0, y1],
      [from_m, to_m]
    ],
    column: (x, y) => (contains(outline, x, y) ? span : NONE)
  };
}

/** An upright cone or cylinder: radius by height, straight between its foot and its top. */
export function upright(
  named: Named,
  [x, y]: readonly [number, number],
  [from_m, to_m]: readonly [number, number],
  [foot_m, top_m]: readonly [number, number]
): Body {
  const widest = Math.max(foot_m, top_m);
  const rises = (to_m - from_m) / (top_m - foot_m);
  return {
    ...named,
    box_m: [
      [x - widest, x + widest],
      [y - widest, y + widest],
      [from_m, to_m]
    ],
    column(px, py) {
      const r = Math.hypot(px - x, py - y);
      if (r >= widest) return NONE;
      if (r <= Math.min(foot_m, top_m)) return [[from_m, to_m]];
      const at = from_m + (r - foot_m) * rises;
      return top_m > foot_m ? [[at, to_m]] : [[from_m, at]];
    }
  };
}

/** A ball. */
export function ball(named: Named, [x, y, z]: readonly [number, number, number], radius_m: number): Body {
  return {
    ...named,
    box_m: [
      [x - radius_m, x + radius_m],
      [y - radius_m, y + radius_m],
      [z - radius_m, z + radius_m]
    ],
    column(px, py) {
      const left = radius_m ** 2 - (px - x) ** 2 - (py - y) ** 2;
      return left > 0 ? [[z - Math.sqrt(left), z + Math.sqrt(left)]] : NONE;
    }
  };
}

/** A body without what another takes away of it. */
export function less(body: Body, hole: Body): Body {
  return {
    ...body,
    column: (x, y) =>
      hole
        .column(x, y)
        .reduce<Spans>(
          (spans, [low, high]) =>
            spans.flatMap(([from, to]) =>
              high <= from || low >= to
                ? [[from, to] as const]
                : [...(low > from ? [[from, low] as const] : []), ...(high < to ? [[high, to] as const] : [])]
            ),
          body.column(x, y)
        )
  };
}
