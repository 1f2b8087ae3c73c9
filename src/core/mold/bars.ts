import { BARS, BOARDS, SPRUE_WIDTH_M } from '$core/reference/mold';
import { insideSpan, type Flask } from './flask';

/**
 * Where bars cross a cope, m from its middle along its length: as few as leave no span above what sand bridges, evenly,
 * and moved aside where the sprue comes up.
 *
 * @param sprue_x_m from the middle; null where it is not known yet
 */
export function barPlaces(flask: Flask, sprue_x_m: number | null): number[] {
  if (insideSpan(flask) < BARS.from_span_m) return [];
  const length = flask.length_m;
  const count = Math.ceil(length / BARS.apart_m[1]) - 1;
  const clear = SPRUE_WIDTH_M / 2 + BOARDS.thick_m / 2 + 0.01;
  return Array.from({ length: count }, (_, i) => {
    const x = -length / 2 + ((i + 1) * length) / (count + 1);
    if (sprue_x_m === null || Math.abs(x - sprue_x_m) >= clear) return x;
    return x >= sprue_x_m ? sprue_x_m + clear : sprue_x_m - clear;
  });
}
