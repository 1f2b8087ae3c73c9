import type { HeapTest } from '$core/bench/bench-tests';
import { GRADE_MIDDLES } from '$core/bench/formula/squeeze';
import type { Reading } from '$core/bench/tests/bench-test';
import { temperFactorOf } from '$core/bench/tests/looking';
import { HAND_SD } from '$core/reference/accuracy';
import { believedHand, sandOf, type Draft, type HeapNature, type Look, type Said } from './state/belief';
import { WATER } from './state/bodies';
import { handSpread } from './state/hand';

/** Two looks within so many of their own deviations bear each other out. */
export const AGREE_WITHIN = 3;

/** Tests that look at the water of the sand. */
export const LOOKS: readonly HeapTest['kind'][] = ['squeeze', 'moisture', 'probe', 'compactability'];

/** The temper of the sand as a multiple of its aim, as it is believed; null where nothing tempers it. */
export const factorNow = (nature: HeapNature, draft: Draft) =>
  temperFactorOf({ ...nature, sand: sandOf(draft), scale_g: 1 });

/**
 * What a look tells of the temper factor, by whatever it read; null where it tells nothing of the water.
 *
 * @param reading of the test, against the sand as it is believed
 */
export function saidBy(
  nature: HeapNature,
  draft: Draft,
  test: HeapTest,
  reading: Reading | null,
  member: string | undefined
): Said | null {
  if (!reading || !LOOKS.includes(test.kind)) return null;
  if (reading.as === 'grade') {
    const { grade } = reading;
    const hand = believedHand(draft, member);
    const { shared, single } = handSpread(draft, nature, member);
    return {
      factor: GRADE_MIDDLES[grade] - (hand?.bias ?? 0),
      sd: Math.hypot(shared, single, hand?.bias_sd ?? HAND_SD.bias),
      beyond: grade === 5 ? 'up' : grade === 1 ? 'down' : null
    };
  }
  // What water alone would have to be for it.
  const per_water = reading.gradient[WATER]!;
  if (!(per_water > 0)) return null;
  const sand = sandOf(draft);
  const water = Math.max(0, sand.water + (reading.read - reading.predicted) / per_water);
  const then = temperFactorOf({ ...nature, sand: { ...sand, water }, scale_g: 1 });
  return (
    then && {
      factor: then.predicted,
      sd: (then.gradient[WATER]! / per_water) * reading.sd,
      beyond: null
    }
  );
}

/** Another look at the sand as it is, of any kind, that waits because it strays from the estimate as this one does. */
export function bornOutBy(nature: HeapNature, draft: Draft, says: Said, entry_id: number): Look | null {
  const believed = factorNow(nature, draft)!.predicted;
  const off = says.factor - believed;
  return (
    draft.looks.findLast((look) => {
      if (look.entry_id === entry_id || !look.says || !look.waiting) return false;
      const other = look.says.factor - believed;
      if (off * other <= 0) return false;
      return gapOf(says, look.says) <= AGREE_WITHIN * Math.hypot(says.sd, look.says.sd);
    }) ?? null
  );
}

/** How far apart two looks are; one that only bounds the factor is not apart from what lies beyond it. */
function gapOf(a: Said, b: Said): number {
  const gap = a.factor - b.factor;
  if (gap > 0 && (b.beyond === 'up' || a.beyond === 'down')) return 0;
  if (gap < 0 && (b.beyond === 'down' || a.beyond === 'up')) return 0;
  return Math.abs(gap);
}
