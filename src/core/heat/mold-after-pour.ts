import type { AlloyFigures } from '$core/reference/alloys';
import type { HeapBinder } from '$core/reference/targets';
import { LONGEST_S, afterPour } from './after-pour';

/** A mold as its heat is worked out. */
export interface HotMold {
  alloy: AlloyFigures;
  /** Each kind of casting in it. */
  castings: readonly { volume_m3: number; area_m2: number; count: number }[];
  /** Sprue, runner and risers: their metal, and how wide they are where they are narrowest. */
  gating: { kg: number; across_m: number };
  pour_c: number;
  moisture: number;
  binder: HeapBinder;
  /** Least sand between casting and flask. */
  thick_m: number;
}

/** What a pour does to a whole mold. */
export interface MoldAfterPour {
  /** Of the casting that takes longest, s from the pour; null where it was not so cool within three days. */
  solid_s: number | null;
  below_400_s: number | null;
  below_60_s: number | null;
  /** Deepest burnt layer, m; sand that is spent, and water, kg, of the whole mold. */
  burnt_m: number;
  spent_kg: number;
  steam_kg: number;
  condensed_kg: number;
  /** Of the casting that takes longest, m. */
  modulus_m: number;
}

/** By then what burns has burnt, s: thinner castings are followed no longer. */
const BURNS_WITHIN_S = 3 * 3600;

/**
 * The heat of all that is in a mold: opening times by its thickest casting, burnt sand and steam by all of it.
 *
 * @param told how much of it is done, 0 to 1, after each run
 * @source `afterPour` for each kind of casting and for the gating; castings do not warm one another
 */
export async function moldAfterPour(
  mold: HotMold,
  told: (share: number) => void | Promise<void> = () => undefined
): Promise<MoldAfterPour> {
  const { alloy, castings, gating, pour_c, moisture, binder, thick_m } = mold;
  const modulus = ({ volume_m3, area_m2 }: { volume_m3: number; area_m2: number }) => volume_m3 / area_m2;
  const ordered = [...castings].sort((a, b) => modulus(b) - modulus(a));
  const gating_m3 = gating.kg / alloy.solid_kg_m3;
  // A bar cools through its side: volume over surface is a quarter of its width.
  const bars =
    gating_m3 > 0 && gating.across_m > 0
      ? [{ volume_m3: gating_m3, area_m2: gating_m3 / (gating.across_m / 4), count: 1 }]
      : [];
  const all = [...ordered, ...bars];
  const sum = { burnt_m: 0, spent_kg: 0, steam_kg: 0, condensed_kg: 0 };
  let open: Pick<MoldAfterPour, 'solid_s' | 'below_400_s' | 'below_60_s'> | null = null;
  for (const [i, each] of all.entries()) {
    const run = afterPour(
      alloy,
      each.volume_m3,
      each.area_m2,
      pour_c,
      moisture,
      binder,
      thick_m,
      i === 0 ? LONGEST_S : BURNS_WITHIN_S
    );
    open ??= { solid_s: run.solid_s, below_400_s: run.below_400_s, below_60_s: run.below_60_s };
    sum.burnt_m = Math.max(sum.burnt_m, run.burnt_m);
    sum.spent_kg += each.count * run.spent_kg;
    sum.steam_kg += each.count * run.steam_kg;
    sum.condensed_kg += each.count * run.condensed_kg;
    await told((i + 1) / all.length);
  }
  return {
    ...(open ?? { solid_s: null, below_400_s: null, below_60_s: null }),
    ...sum,
    modulus_m: ordered[0] ? modulus(ordered[0]) : 0
  };
}
