import { RUNNER } from '$core/reference/mold';
import { gapBetween, nearestPoint, type Outline } from '../pattern/outline';

/** A length that is right to a hundredth of a millimetre is right. */
const EXACT_M = 1e-5;

type Point = readonly [number, number];

/**
 * The runners of a mold, for each casting its own: straight along the flask where that clears the other castings, else by a
 * branch that runs along its row, from a bar across the flask at the sprue.
 */
export function runnersOf(outlines: readonly Outline[], sprue: Point): Outline[][] {
  return outlines.map((outline, i) => {
    const clear = (way: readonly Outline[]) =>
      outlines.every(
        (other, k) => k === i || way.every((each) => gapBetween(each, other) >= RUNNER.clear_m - EXACT_M)
      );
    const straight = runnerTo(outline, sprue);
    return clear(straight) ? straight : (branches(outline, sprue).find(clear) ?? straight);
  });
}

/** The ways along either side of a casting's row. */
function branches(outline: Outline, [sx, sy]: Point): Outline[][] {
  const ys = outline.map(([, y]) => y);
  const off = RUNNER.clear_m + RUNNER.width_m / 2;
  return [
    [Math.min(...ys), -off],
    [Math.max(...ys), off]
  ].map(([side, by]) => {
    const level = side! + by!;
    return [stretch(sx, sy, sx, level), ...runnerTo(outline, [sx, level])].filter((of) => of.length > 0);
  });
}

/**
 * The runner that feeds a casting, in stretches as wide as they are cut, anticlockwise: a bar along the flask from the
 * sprue, and an ingate square off it; one stretch where the casting lies across the bar.
 */
export function runnerTo(outline: Outline, [sx, sy]: readonly [number, number]): Outline[] {
  const ys = outline.map(([, y]) => y);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  if (low <= sy && sy <= high) {
    const [x, y] = nearestPoint(outline, [sx, sy]);
    return [stretch(sx, sy, x, y)];
  }
  const side = low > sy ? low : high;
  // Of the corners nearest to the bar the one nearest to the sprue.
  const [x] = outline
    .filter(([, y]) => Math.abs(y - side) < EXACT_M)
    .reduce((best, each) => (Math.abs(each[0] - sx) < Math.abs(best[0] - sx) ? each : best));
  const inward = outline.reduce((sum, [each]) => sum + each, 0) / outline.length > x ? 1 : -1;
  const at = Math.abs(x - sx) < RUNNER.width_m ? sx : x + (inward * RUNNER.width_m) / 2;
  return [stretch(sx, sy, at, sy), stretch(at, sy, at, side)].filter((of) => of.length > 0);
}

function stretch(ax: number, ay: number, bx: number, by: number): Outline {
  const length = Math.hypot(bx - ax, by - ay);
  if (!(length > EXACT_M)) return [];
  const half = RUNNER.width_m / 2;
  const [nx, ny] = [(half * (by - ay)) / length, (half * (ax - bx)) / length];
  return [
    [ax + nx, ay + ny],
    [bx + nx, by + ny],
    [bx - nx, by - ny],
    [ax - nx, ay - ny]
  ];
}
