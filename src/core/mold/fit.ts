import { sum } from 'simple-statistics';
import type { Alloy } from '$core/reference/alloys';
import { SPRUE_WIDTH_M, sandAround } from '$core/reference/mold';
import type { Flask } from './flask';
import type { CastingBox } from './casting';
import { keptLayout } from './placement';
import { betweenRows, inRowsOf, rowsAndColumns } from './rows';

export const SIDES = ['length', 'width', 'cope', 'drag'] as const;
export type Side = (typeof SIDES)[number];

export type LeastFlask = Record<`${Side}_m`, number>;

export interface Fit {
  fits: boolean;
  /** By how much each side falls short, m; only those that do. */
  short: { side: Side; by_m: number }[];
  least: LeastFlask;
}

/** Places looked at for castings that no row of them fits: it is asked while somebody types. */
const LOOKS = 8000;
/** A length that is right to the micrometre is right. */
const EXACT_M = 1e-6;

/**
 * The ways in which these castings lie in one row, or several of one kind in more, with the sand that they need around them:
 * along their lengths or their widths, the sprue at the end of the row or beside it. Each casting asks for its own margins.
 * The cope takes what stands above the parting, the sand over it, and at least the head that fills it.
 *
 * @throws RangeError on no casting
 */
function arrangements(castings: readonly CastingBox[], alloy: Alloy): LeastFlask[] {
  if (castings.length === 0) throw new RangeError('There is no casting to hold.');
  const around = castings.map((casting) => ({ ...casting, ...sandAround(casting.kg, alloy) }));
  const most = (of: (each: (typeof around)[number]) => number) => Math.max(...around.map(of));
  const halves = {
    cope_m: most((each) => each.above_m + Math.max(each.over_m, each.head_m)),
    drag_m: most((each) => each.below_m + each.under_m)
  };
  const walls = 2 * most((each) => each.wall_m);
  const gaps = most((each) => each.between_m) * (around.length - 1);
  const sprue = most((each) => each.sprue_m) + SPRUE_WIDTH_M;
  return (['length_m', 'width_m'] as const).flatMap((along) => {
    const across = along === 'length_m' ? 'width_m' : 'length_m';
    const row = sum(around.map((each) => each[along])) + gaps + walls;
    const side = most((each) => each[across]) + walls;
    return [
      [row + sprue, side],
      [row, side + sprue],
      ...rowsOf(around, along, across).map(([a, b]) => [a + walls + sprue, b + walls])
    ].map(([a, b]) => ({ length_m: Math.max(a!, b!), width_m: Math.min(a!, b!), ...halves }));
  });
}

/** What castings of one kind cover in rows and columns with the sand between them, along and across, m. */
function rowsOf(
  around: readonly (CastingBox & ReturnType<typeof sandAround>)[],
  along: 'length_m' | 'width_m',
  across: 'length_m' | 'width_m'
): (readonly [number, number])[] {
  if (!inRowsOf(around)) return [];
  const [one] = around as [CastingBox & ReturnType<typeof sandAround>];
  return rowsAndColumns(around.length).map(({ rows, columns }) => [
    columns * one[along] + (columns - 1) * one.between_m,
    rows * one[across] + (rows - 1) * betweenRows(one)
  ]);
}

/** Where little more sand makes it squarer, it is squarer: a long flask bends, and drops its sand (handbook default). */
const LITTLE_MORE = 1.1;

/**
 * The least flask, inside, that holds these castings in rows: of all ways to lay them the one of the smallest area, or a
 * squarer one of little more.
 *
 * @throws RangeError on no casting
 * @source margins of `sandAround`
 */
export function leastFlask(castings: readonly CastingBox[], alloy: Alloy): LeastFlask {
  const ways = arrangements(castings, alloy);
  const area = ({ length_m, width_m }: LeastFlask) => length_m * width_m;
  const least = Math.min(...ways.map(area));
  const square = ({ length_m, width_m }: LeastFlask) => length_m / width_m;
  return ways
    .filter((way) => area(way) <= (inRowsOf(castings) ? LITTLE_MORE : 1) * least)
    .reduce((a, b) => (square(b) < square(a) ? b : a));
}

/**
 * Whether a flask of one's own takes these castings, and what it lacks, laid as it fits them best: in rows, turned as
 * it fits, or placed about the sprue where that takes them and a row does not. What it lacks is told for a row; a round
 * one is then judged by the square that stands in it.
 */
export function fit(castings: readonly CastingBox[], alloy: Alloy, flask: Flask): Fit {
  const square = flask.length_m / Math.SQRT2;
  const [length_m, width_m] =
    flask.shape === 'round'
      ? [square, square]
      : [Math.max(flask.length_m, flask.width_m), Math.min(flask.length_m, flask.width_m)];
  const has: LeastFlask = { length_m, width_m, cope_m: flask.cope_m, drag_m: flask.drag_m };
  const lacking = (wanted: LeastFlask) =>
    SIDES.map((side) => ({ side, by_m: wanted[`${side}_m`] - has[`${side}_m`] })).filter(
      ({ by_m }) => by_m > EXACT_M
    );
  const [short] = arrangements(castings, alloy)
    .map(lacking)
    .sort((a, b) => sum(a.map(({ by_m }) => by_m)) - sum(b.map(({ by_m }) => by_m)));
  const flat = short!.filter(({ side }) => side === 'length' || side === 'width');
  const placed = flat.length > 0 && keptLayout(castings, alloy, flask, LOOKS) !== null;
  const lacks = placed ? short!.filter((each) => !flat.includes(each)) : short!;
  return { fits: lacks.length === 0, short: lacks, least: leastFlask(castings, alloy) };
}
