import { peopleWait } from '$core/reference/heat';
import { afterPour, type HotBody, type PouredInto } from './after-pour';
import type { GatingBody } from './gating-bodies';
import { coolingLimits, opening, type Cooling, type Opening } from './opening';

/** A mold as its heat is worked out. */
export interface HotMold extends PouredInto {
  /** Each kind of casting in it. */
  castings: readonly (HotBody & { count: number })[];
  /** Sprue, basin, runner and risers. */
  gating: readonly GatingBody[];
}

/** What a pour does to a whole mold. */
export interface MoldAfterPour extends Opening {
  /** Its last casting can be taken in a bare hand, s from the pour; null where that is later than three days. */
  by_hand_s: number | null;
  /** How long people usually wait with work of this mass, s. */
  people_s: number;
  /** Deepest burnt layer, m; sand that is spent, and water, kg, of the whole mold. */
  burnt_m: number;
  spent_kg: number;
  steam_kg: number;
  condensed_kg: number;
  /** Of the casting that takes longest, m. */
  modulus_m: number;
}

const modulus = ({ volume_m3, area_m2 }: HotBody) => volume_m3 / area_m2;

/**
 * The heat of all that is in a mold: opening times, burnt sand and steam by all of it, castings and way in.
 *
 * @param tell is told after each run how far it is
 * @source `afterPour` for each body, `opening` for the whole; bodies do not warm one another
 */
export function moldAfterPour(
  mold: HotMold,
  tell: (progress: { doing: string; done: number }) => void = () => undefined
): MoldAfterPour {
  const castings = [...mold.castings].sort((a, b) => modulus(b) - modulus(a));
  const bodies = [...castings.map((body) => ({ part: 'casting' as const, ...body })), ...mold.gating];
  const limits = coolingLimits(mold.alloy);
  const sum = { burnt_m: 0, spent_kg: 0, steam_kg: 0, condensed_kg: 0 };
  const cooling: Cooling[] = [];
  for (const [i, { part, count, ...body }] of bodies.entries()) {
    const run = afterPour(body, mold, limits);
    cooling.push({ part, body, reached_s: run.reached_s });
    sum.burnt_m = Math.max(sum.burnt_m, run.burnt_m);
    sum.spent_kg += count * run.spent_kg;
    sum.steam_kg += count * run.steam_kg;
    sum.condensed_kg += count * run.condensed_kg;
    tell({ doing: 'cooling', done: (i + 1) / (bodies.length + 1) });
  }
  if (castings.length === 0)
    return {
      solid_s: null,
      last: 'casting',
      likely_s: null,
      open_s: null,
      by_hand_s: null,
      people_s: 0,
      ...sum,
      modulus_m: 0
    };
  const opens = opening(cooling, mold);
  // A thin casting is cold before the basin is solid, and lies in a mold that is shut.
  const by_hand = [
    opens.open_s,
    ...cooling.flatMap(({ part, reached_s }) => (part === 'casting' ? [reached_s[2] ?? null] : []))
  ];
  tell({ doing: 'cooling', done: 1 });
  return {
    ...opens,
    by_hand_s: by_hand.some((s) => s === null) ? null : Math.max(...by_hand.map(Number)),
    people_s: peopleWait(mold.alloy.solid_kg_m3 * Math.max(...castings.map(({ volume_m3 }) => volume_m3))),
    ...sum,
    modulus_m: modulus(castings[0]!)
  };
}
