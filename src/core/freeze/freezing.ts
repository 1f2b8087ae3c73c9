import type { Conduction } from './conduct';
import { METAL, isMetal } from './field';

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
      for (let at = 0; at < holds.length; at++) if (isMetal(holds[at]!)) yield at;
    })()
  );
  const never = () => new Float32Array(holds.length).fill(Infinity);
  const [begins_s, runs_s, feeds_s, solid_s] = [never(), never(), never(), never()];
  /** What is not solid yet, first in both lists: its place, and what it has still to give of its heat of fusion. */
  const share = Float64Array.from(cells, (at) => heat.liquidShare(at));
  const of = Array.from({ length: bodies }, () => ({ solid_s: 0, cool_s: Infinity }));
  const at_start = heat.held_j();
  /** Cells of each body, and how many of them are not solid yet. */
  const own = Array.from({ length: bodies }, (_, body) => cells.filter((at) => holds[at] === METAL + body));
  const left = own.map(({ length }) => length);
  const hottest = new Float64Array(bodies).fill(Infinity);
  let [freezing, steps] = [cells.length, 0];
  const cooling = (body: number) => cools(body) && own[body]!.length > 0 && of[body]!.cool_s === Infinity;
  const waits = () => freezing > 0 || of.some((_, body) => cooling(body));
  /** Between two steps, by how far what falls has come from one to the other. */
  const when = (before: number, now: number, was: number, mark: number, is: number) =>
    before + ((was - mark) / (was - is)) * (now - before);
  for (; waits() && heat.time_s < LONGEST_S; steps++) {
    const before = heat.time_s;
    heat.step(Math.max(FIRST_STEP_S, STEP_OF_TIME * before));
    const now = heat.time_s;
    let kept = 0;
    for (let n = 0; n < freezing; n++) {
      const at = cells[n]!;
      const was = share[n]!;
      const is = heat.liquidShare(at);
      if (is <= 1 && begins_s[at] === Infinity) begins_s[at] = when(before, now, was, 1, is);
      if (is <= STOPS_RUNNING && runs_s[at] === Infinity)
        runs_s[at] = when(before, now, was, STOPS_RUNNING, is);
      if (is <= STOPS_FEEDING && feeds_s[at] === Infinity)
        feeds_s[at] = when(before, now, was, STOPS_FEEDING, is);
      if (is > 0) {
        [cells[kept], share[kept]] = [at, is];
        kept += 1;
        continue;
      }
      solid_s[at] = when(before, now, was, 0, is);
      const body = holds[at]! - METAL;
      left[body] = left[body]! - 1;
      of[body]!.solid_s = Math.max(of[body]!.solid_s, solid_s[at]!);
    }
    freezing = kept;
    for (let body = 0; body < bodies; body++) {
      if (left[body]! > 0 || !cooling(body)) continue;
      const [was, hot] = [hottest[body]!, hottestOf(heat, own[body]!)];
      // All metal is cool only well below where it is solid: a step brings it from the one to the other, not past both.
      if (hot <= cool_c) of[body]!.cool_s = was === Infinity ? now : when(before, now, was, cool_c, hot);
      hottest[body] = hot;
    }
    if (steps % 8 === 0) tell(Math.min(0.99, 1 - freezing / share.length));
  }
  for (let n = 0; n < freezing; n++) of[holds[cells[n]!]! - METAL]!.solid_s = Infinity;
  const energy_error = Math.abs(at_start - heat.held_j() - heat.lost_j) / at_start;
  return { begins_s, runs_s, feeds_s, solid_s, boils_s: heat.boils_s, bodies: of, steps, energy_error };
}

function hottestOf({ celsius }: Conduction, cells: Int32Array): number {
  let hottest = -Infinity;
  for (let n = 0; n < cells.length; n++) hottest = Math.max(hottest, celsius[cells[n]!]!);
  return hottest;
}
