import { SLOW_END } from '$core/reference/heat';
import type { AlloyFigures } from '$core/reference/alloys';
import { HAND_C, coolsTo, type HotBody, type PouredInto } from './after-pour';

/** A mold stays shut so long at the least, however thin its work, s (handbook default). */
export const LEAST_SHUT_S = 5 * 60;

export type Part = 'casting' | 'sprue' | 'basin' | 'runner' | 'riser';

/** A body of a mold, and when it is as cool as each of `coolingLimits`, s from the pour. */
export interface Cooling {
  part: Part;
  body: HotBody;
  reached_s: readonly (number | null)[];
}

/** When a mold may be opened, s from the pour; null where that is later than anybody waits. */
export interface Opening {
  /** All of it is solid, sprue, basin and riser too; and which of it is last. */
  solid_s: number | null;
  last: Part;
  /** All of it is solid, and the castings are below what their alloy is shaken out at: likely, and by the slow end of the doubt. */
  likely_s: number | null;
  open_s: number | null;
}

/** What is waited for: solid, cool enough to be shaken out, cool enough for a bare hand, °C. */
export const coolingLimits = ({ solidus_c, shake_out_c }: AlloyFigures): [number, number, number] => {
  // A metal that melts below a limit is under it as soon as it is solid.
  const out_c = Math.min(solidus_c, shake_out_c);
  return [solidus_c, out_c, Math.min(out_c, HAND_C)];
};

/**
 * When a mold may be opened. The slow end of the doubt stands for it: shaken out too soon, liquid metal runs out of it, and
 * a casting bends or tears.
 *
 * @param cooling of all its metal, as it is likely
 * @source all solid, and below the shake-out temperature of its alloy; the slow end has hotter metal, less sand, and sand
 *   that takes less heat (handbook default)
 */
export function opening(cooling: readonly Cooling[], into: PouredInto): Opening {
  const [solidus_c, out_c] = coolingLimits(into.alloy);
  const slow: PouredInto = {
    ...into,
    pour_c: into.pour_c + SLOW_END.hotter_c,
    thick_m: SLOW_END.of_thick * into.thick_m,
    moisture: SLOW_END.of_moisture * into.moisture
  };
  /** The way in has to be solid, a casting cool as well. */
  const ready = (part: Part, [solid_s = null, out_s = null]: readonly (number | null)[]) =>
    part === 'casting' ? out_s : solid_s;
  const solid = cooling.map(({ part, reached_s }) => ({ part, s: reached_s[0] ?? null }));
  const last = solid.reduce<{ part: Part; s: number | null }>(
    (most, each) => ((each.s ?? Infinity) > (most.s ?? Infinity) ? each : most),
    { part: 'casting', s: 0 }
  );
  return {
    solid_s: latest(solid.map(({ s }) => s)),
    last: last.part,
    likely_s: latest([LEAST_SHUT_S, ...cooling.map(({ part, reached_s }) => ready(part, reached_s))]),
    open_s: latest([
      LEAST_SHUT_S,
      ...cooling.map(({ part, body }) =>
        ready(part, coolsTo(body, slow, part === 'casting' ? [solidus_c, out_c] : [solidus_c]).reached_s)
      )
    ])
  };
}

/** The last of some times; null where one of them never comes, or there are none. */
const latest = (times: readonly (number | null)[]): number | null =>
  times.length === 0 ? null : times.reduce((a, b) => (a === null || b === null ? null : Math.max(a, b)));
