import { BARS, BOARDS, SPRUE_WIDTH_M } from '$core/reference/mold';
import { insideSpan, type Flask } from './flask';

/**
 * Bars across the cope, which stand along its length, none further from the next than sand bridges; 0 where it needs none.
 *
 * @example 700 × 310 mm: 4, 140 mm apart
 * @source handbook default: from 300 mm of span on, 100 to 150 mm apart
 */
export const barCount = (flask: Flask): number =>
  insideSpan(flask) < BARS.from_span_m ? 0 : Math.ceil(flask.length_m / BARS.apart_m[1]) - 1;

/**
 * Where bars cross a cope, m from its middle along its length: as few as leave no span above what sand bridges, evenly,
 * and moved aside where the sprue comes up.
 *
 * @param sprue_x_m from the middle; null where it is not known yet
 */
export function barPlaces(flask: Flask, sprue_x_m: number | null): number[] {
  const length = flask.length_m;
  const count = barCount(flask);
  const clear = SPRUE_WIDTH_M / 2 + BOARDS.thick_m / 2 + 0.01;
  return Array.from({ length: count }, (_, i) => {
    const x = -length / 2 + ((i + 1) * length) / (count + 1);
    if (sprue_x_m === null || Math.abs(x - sprue_x_m) >= clear) return x;
    return x >= sprue_x_m ? sprue_x_m + clear : sprue_x_m - clear;
  });
}
