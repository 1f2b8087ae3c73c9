import { METAL, type Conduction } from './conduct';

/** When each cell of metal freezes, s from the pour; sand and what never does: infinite. */
export interface FreezingTimes {
  /** It is below its liquidus; a third of its heat of fusion is gone and it runs no more; two thirds and it feeds no more; all. */
  begins_s: Float32Array;
  runs_s: Float32Array;
  feeds_s: Float32Array;
  solid_s: Float32Array;
  /** When sand comes to the boiling point of its water, s. */
  boils_s: Float32Array;
  /** All metal of each body is solid, and below the limit that was asked, s; infinite where it is not within the time. */
  bodies: { solid_s: number; cool_s: number }[];
  steps: number;
  /** What was lost or made of the heat at the start, share: how exact the sums are. */
  energy_error: number;
}

/** Share of the heat of fusion that is left as metal no longer runs, no longer feeds, and is solid (handbook default). */
const STOPS_RUNNING = 2 / 3;
const STOPS_FEEDING = 0.3;
/** Longest that anybody waits, s. */
const LONGEST_S = 3 * 86_400;
/** The first steps, s, and how much longer each is for the time that has gone by. */
const FIRST_STEP_S = 0.02;
const STEP_OF_TIME = 0.05;
/** Sand boils from here on, °C. */
const BOILS_C = 99.5;

/**
 * Follows a mold until all of its metal is solid and its castings are cool.
 *
 * @param holds what each cell holds
 * @param bodies how many there are; those of which `cools` says so are waited for until they are below `cool_c`
 * @param tell how far it is, 0 to 1, by the heat that is gone
 */
export function freeze(
  heat: Conduction,
  holds: Uint8Array,
  bodies: number,
  cools: (body: number) => boolean,
  cool_c: number,
  tell: (done: number) => void = () => undefined
): FreezingTimes {
  const cells = Int32Array.from(
    (function* () {
      for (let at = 0; at < holds.length; at++) if (holds[at]! >= METAL) yield at;
    })()
  );
  const never = () => new Float32Array(holds.length).fill(Infinity);
  const [begins_s, runs_s, feeds_s, solid_s, boils_s] = [never(), never(), never(), never(), never()];
  /** Of the heat of fusion; what is solid is looked at no more. */
  const share = Float64Array.from(cells, (at) => heat.liquidShare(at));
  const marks = [
    [1, begins_s],
    [STOPS_RUNNING, runs_s],
    [STOPS_FEEDING, feeds_s],
    [0, solid_s]
  ] as const;
  const of = Array.from({ length: bodies }, () => ({ solid_s: 0, cool_s: Infinity }));
  let hottest = new Float64Array(bodies).fill(Infinity);
  const at_start = heat.held_j();
  let [left, steps] = [cells.length, 0];
  const counted = Array.from({ length: bodies }, (_, body) => cells.some((at) => holds[at] === METAL + body));
  const waits = () =>
    left > 0 || of.some(({ cool_s }, body) => counted[body] && cools(body) && cool_s === Infinity);
  for (; waits() && heat.time_s < LONGEST_S; steps++) {
    const before = heat.time_s;
    heat.step(Math.max(FIRST_STEP_S, STEP_OF_TIME * before));
    const now = heat.time_s;
    const hot = new Float64Array(bodies).fill(-Infinity);
    for (let n = 0; n < cells.length; n++) {
      const at = cells[n]!;
      const body = holds[at]! - METAL;
      hot[body] = Math.max(hot[body]!, heat.celsius[at]!);
      const was = share[n]!;
      if (was <= 0) continue;
      const is = heat.liquidShare(at);
      for (const [mark, times] of marks)
        if (is <= mark && times[at] === Infinity)
          times[at] = before + ((was - mark) / (was - is)) * (now - before);
      share[n] = is;
      if (is <= 0) {
        left -= 1;
        of[body]!.solid_s = Math.max(of[body]!.solid_s, solid_s[at]!);
      }
    }
    for (let body = 0; body < bodies; body++) {
      const was = hottest[body]!;
      if (of[body]!.cool_s === Infinity && hot[body]! <= cool_c)
        of[body]!.cool_s =
          was === Infinity ? now : before + ((was - cool_c) / (was - hot[body]!)) * (now - before);
    }
    hottest = hot;
    heat.eachWarm((at) => {
      if (boils_s[at] === Infinity && heat.celsius[at]! > BOILS_C && holds[at]! < METAL) boils_s[at] = now;
    });
    if (steps % 8 === 0) tell(Math.min(0.99, 1 - left / cells.length));
  }
  for (const [n, at] of cells.entries()) if (share[n]! > 0) of[holds[at]! - METAL]!.solid_s = Infinity;
  const energy_error = Math.abs(at_start - heat.held_j() - heat.lost_j) / at_start;
  return { begins_s, runs_s, feeds_s, solid_s, boils_s, bodies: of, steps, energy_error };
}
