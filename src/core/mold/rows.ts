import { RUNNER, SPRUE_WIDTH_M, sandAround } from '$core/reference/mold';
import type { Alloy } from '$core/reference/alloys';
import { boxOf, placedOutline } from '../pattern/outline';
import { outlineOfCasting, type CastingBox } from './casting';
import type { Flask } from './flask';
import type { Layout } from './layout';

/** A length that is right to a hundredth of a millimetre is right. */
const EXACT_M = 1e-5;
/** Castings lie in rows where there are so many at least. */
const ROWS_FROM = 3;

/** Between two rows runs the branch that feeds them, with its sand. */
export const betweenRows = ({ between_m }: { between_m: number }): number =>
  Math.max(between_m, RUNNER.width_m + 2 * RUNNER.clear_m);

/** Whether castings can lie in rows: several of one kind. */
export const inRowsOf = (castings: readonly CastingBox[]): boolean =>
  castings.length >= ROWS_FROM &&
  castings.every(
    ({ length_m, width_m, kg, outline }) =>
      length_m === castings[0]!.length_m &&
      width_m === castings[0]!.width_m &&
      kg === castings[0]!.kg &&
      outline === castings[0]!.outline
  );

/** Rows of at least two, and how many lie in each: the last may hold fewer. */
export const rowsAndColumns = (castings: number): { rows: number; columns: number }[] =>
  Array.from({ length: castings - 1 }, (_, i) => ({
    rows: i + 2,
    columns: Math.ceil(castings / (i + 2))
  })).filter(({ rows, columns }) => (rows - 1) * columns < castings);

/**
 * Castings of one kind in rows and columns, the sprue at the end of them, as close as their sand lets them, along the flask
 * and across it: what by its boxes goes into the flask. Whether it keeps its sand all round is for who asks to look at.
 */
export function rowLayouts(castings: readonly CastingBox[], alloy: Alloy, flask: Flask): Layout[] {
  if (!inRowsOf(castings)) return [];
  const [one] = castings as [CastingBox];
  const sand = sandAround(one.kg, alloy);
  const { wall_m, sprue_m, between_m } = sand;
  const end_m = -flask.length_m / 2 + Math.max(wall_m, sprue_m);
  return [0, Math.PI / 2].flatMap((turned_rad) => {
    const [x0, x1, y0, y1] = boxOf(placedOutline(outlineOfCasting(one), 0, 0, turned_rad));
    const [long_m, wide_m] = [x1 - x0, y1 - y0];
    const wide_flask_m = flask.shape === 'round' ? flask.length_m : flask.width_m;
    return rowsAndColumns(castings.length).flatMap(({ rows, columns }): Layout[] => {
      const first_x = end_m + SPRUE_WIDTH_M + sprue_m - x0;
      const pitch_m = wide_m + betweenRows(sand);
      const ends_m = first_x + x1 + (columns - 1) * (long_m + between_m);
      const high_m = wide_m + (rows - 1) * pitch_m;
      if (ends_m > flask.length_m / 2 - wall_m + EXACT_M || high_m > wide_flask_m - 2 * wall_m + EXACT_M)
        return [];
      const first_y = -((rows - 1) * pitch_m) / 2 - (y0 + y1) / 2;
      const places = castings.map((_, i) => ({
        x_m: first_x + (i % columns) * (long_m + between_m),
        y_m: first_y + Math.floor(i / columns) * pitch_m,
        turned_rad
      }));
      return [{ places, sprue: { x_m: end_m + SPRUE_WIDTH_M / 2, y_m: 0 } }];
    });
  });
}
