import type { GatingPlan } from '$core/metal/gating-plan';
import type { Alloy } from '$core/reference/alloys';
import { barPlaces } from './bars';
import type { CastingBox } from './casting';
import type { Flask } from './flask';
import { judgeFlask, type FlaskJudgement } from './judge-flask';
import { areaOf, placedOutline } from '../pattern/outline';
import { outlineOfCasting } from './casting';
import type { Layout } from './layout';
import { clearances, keeps, layOut, type Clearance } from './placement';
import { runnersOf } from './runners';

/** A mold before it is rammed: where everything lies, and what it comes to. */
export interface MoldPlan {
  layout: Layout;
  clearances: Clearance[];
  /** Those that are not kept, the worst first. */
  short: Clearance[];
  /** What the halves lack in height, m. */
  heights: { side: 'cope' | 'drag'; by_m: number }[];
  judged: FlaskJudgement;
  /** Where bars cross the cope, m from its middle; none where it needs none. */
  bars: number[];
  /** All of it fits. */
  fits: boolean;
}

/**
 * A mold of some castings in a flask of one's own: laid out, or judged as somebody laid it.
 *
 * @param layout as it was laid by hand; left out, it is worked out
 * @param way in, as this mold is gated; left out, as it would usually be
 */
export function planMold(
  castings: readonly CastingBox[],
  alloy: Alloy,
  flask: Flask,
  own: Parameters<typeof judgeFlask>[3],
  sand: Parameters<typeof judgeFlask>[4],
  layout: Layout = layOut(castings, alloy, flask).layout,
  way?: GatingPlan | null
): MoldPlan {
  const found = clearances(castings, alloy, flask, layout);
  const judged = judgeFlask(castings, alloy, flask, own, sand, runnersArea(castings, layout), way);
  const heights = judged.fit.short.flatMap(({ side, by_m }) =>
    side === 'cope' || side === 'drag' ? [{ side, by_m }] : []
  );
  const short = found
    .filter((each) => !keeps(each))
    .sort((a, b) => a.gap_m - a.wants_m - (b.gap_m - b.wants_m));
  return {
    layout,
    clearances: found,
    short,
    heights,
    judged,
    bars: barPlaces(flask, layout.sprue.x_m),
    fits: short.length === 0 && heights.length === 0 && judged.demand !== null
  };
}

function runnersArea(castings: readonly CastingBox[], { places, sprue }: Layout): number {
  const outlines = castings.map((casting, i) => {
    const { x_m, y_m, turned_rad } = places[i]!;
    return placedOutline(outlineOfCasting(casting), x_m, y_m, turned_rad);
  });
  return runnersOf(outlines, [sprue.x_m, sprue.y_m])
    .flat()
    .reduce((area, each) => area + areaOf(each), 0);
}
