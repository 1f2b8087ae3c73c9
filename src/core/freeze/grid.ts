/** A stretch of an axis that is looked at more closely, m: its ends become lines of the grid. */
export interface Feature {
  from_m: number;
  to_m: number;
  /** Cells at its ends are no longer than this where there are cells enough, and those between them than that. */
  fine_m: number;
  within_m: number;
}

/** Lines between cells along each axis, m, upward; cell i lies between lines i and i + 1. */
export interface GridLines {
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
}

/** What a grid is laid over: the sand of a flask, from its corner to the opposite one, and its features by axis. */
export interface ToGrid {
  box_m: readonly (readonly [number, number])[];
  features: readonly (readonly Feature[])[];
}

/** Away from a feature each cell is longer than the one before by this share. */
const GROWS = 0.2;
/** Lines nearer than this are one, m. */
const ONE_LINE_M = 3e-4;
/** Cells are never shorter than this share of what features want; and how that is found. */
const FINEST = 0.5;
const MOST_DOUBLINGS = 8;
const HALVINGS = 16;

const cellCount = ({ x, y, z }: GridLines): number => (x.length - 1) * (y.length - 1) * (z.length - 1);

/** How long a cell should be at a place: as fine as the nearest end of a feature wants, longer with the distance to it. */
function wantedAt(at_m: number, features: readonly Feature[], scale: number): number {
  let least = Infinity;
  for (const { from_m, to_m, fine_m } of features)
    least = Math.min(
      least,
      scale * fine_m + GROWS * Math.min(Math.abs(from_m - at_m), Math.abs(at_m - to_m))
    );
  return least;
}

/** Parts of one axis between the ends and the faces of features. */
function stops([from, to]: readonly [number, number], features: readonly Feature[]): number[] {
  const all = [from, to, ...features.flatMap(({ from_m, to_m }) => [from_m, to_m])]
    .filter((at) => at >= from && at <= to)
    .sort((a, b) => a - b);
  const kept = all.filter((at, i) => i === 0 || at - all[i - 1]! > ONE_LINE_M);
  // The ends stay where they are, whatever lies close to them.
  kept[0] = from;
  kept[kept.length - 1] = to;
  return kept;
}

/** Samples of the wanted length in each part of an axis. */
const SAMPLES = 32;

function axisLines(
  box: readonly [number, number],
  features: readonly Feature[],
  scale: number
): Float64Array {
  const lines: number[] = [box[0]];
  const at = stops(box, features);
  for (let part = 0; part + 1 < at.length; part++) {
    const [from, to] = [at[part]!, at[part + 1]!];
    const step = (to - from) / SAMPLES;
    // Cells up to each sample: the integral of one over their length.
    const cells = new Float64Array(SAMPLES + 1);
    for (let i = 0; i < SAMPLES; i++)
      cells[i + 1] = cells[i]! + step / wantedAt(from + (i + 0.5) * step, features, scale);
    const count = Math.max(1, Math.ceil(cells[SAMPLES]! - 1e-9));
    let i = 0;
    for (let n = 1; n < count; n++) {
      const wanted = (cells[SAMPLES]! * n) / count;
      while (cells[i + 1]! < wanted) i++;
      lines.push(from + step * (i + (wanted - cells[i]!) / (cells[i + 1]! - cells[i]!)));
    }
    lines.push(to);
  }
  return Float64Array.from(lines);
}

/** Cells of a mold: so many where they suffice, more for fine work up to the most. */
export interface Cells {
  usual: number;
  most: number;
}
/** Cells may be so much longer than features want them before more cells are spent. */
const COARSE_ENOUGH = 2;

/**
 * A grid of boxes over the sand of a mold, finest where metal is thin. Faces of features are lines of it, so that a plate is
 * as thick in the grid as it is.
 *
 * @throws RangeError where even a coarse grid has more cells than the most
 */
export function gridLines({ box_m, features }: ToGrid, { usual, most }: Cells): GridLines {
  const at = (scale: number): GridLines => {
    const [x, y, z] = box_m.map((box, i) => axisLines(box, features[i]!, scale));
    return { x: x!, y: y!, z: z! };
  };
  const enough = Math.max(usual, Math.min(most, cellCount(at(COARSE_ENOUGH))));
  let [fine, coarse] = [FINEST, FINEST];
  let lines = at(coarse);
  for (let i = 0; cellCount(lines) > enough; i++) {
    if (i === MOST_DOUBLINGS) throw new RangeError(`A mold of so many parts does not go into ${most} cells.`);
    fine = coarse;
    lines = at((coarse *= 2));
  }
  if (fine === coarse) return lines;
  for (let i = 0; i < HALVINGS; i++) {
    const between = (fine + coarse) / 2;
    const tried = at(between);
    if (cellCount(tried) > enough) fine = between;
    else [coarse, lines] = [between, tried];
  }
  return lines;
}
