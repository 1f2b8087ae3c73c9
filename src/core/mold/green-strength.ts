import type { Verdict } from '../judge/temper-verdict';
import { SINGLE_TEST_SD } from '../reference/accuracy';
import { TARGETS, type HeapBinder } from '../reference/targets';
import { RAMMED_DENSITY } from '../reference/wear';

/** How strong rammed sand is in compression, Pa: as it was measured, or as its kind usually is. */
export interface GreenStrength {
  least_pa: number;
  most_pa: number;
  measured: boolean;
}

/** Sand that is dry, or short of what binds it, may have lost so much of its strength (handbook default). */
const WEAK_SHARE = 0.4;
/** Sand that nobody tested may be so much weaker than its kind is in temper (handbook default). */
const UNTESTED_SHARE = 0.6;
const SDS = 2;

const WEAK: readonly Verdict[] = [
  'dry',
  'a-little-dry',
  'probably-dry',
  'lifeless',
  'short-of-clay',
  'short-of-oil',
  'falls-apart',
  'not-known'
];

/**
 * The strength of a heap's sand: two standard deviations about its last test; without one, what is usual of its binder, and
 * down to less where it is dry, weak or nobody looked at it.
 *
 * @param kpa of its last green compression test; null where none was made
 */
export function greenStrength(kpa: number | null, binder: HeapBinder, verdict: Verdict): GreenStrength {
  if (kpa !== null) {
    const doubt = SDS * SINGLE_TEST_SD.green_compression_share;
    return { least_pa: 1000 * kpa * (1 - doubt), most_pa: 1000 * kpa * (1 + doubt), measured: true };
  }
  const { min, max } = TARGETS[binder].green_compression_pa;
  return {
    least_pa: min * (WEAK.includes(verdict) ? WEAK_SHARE : UNTESTED_SHARE),
    most_pa: max,
    measured: false
  };
}

/** A heap's sand as a mold is judged by it, and without a heap the handbook's. */
export const sandFrom = (
  heap: { density_kg_l: number; green_kpa: number | null; binder: HeapBinder; verdict: Verdict } | null
): { density_kg_m3: number; green: GreenStrength | null } => ({
  density_kg_m3: heap ? heap.density_kg_l * 1000 : RAMMED_DENSITY.water.value,
  green: heap && greenStrength(heap.green_kpa, heap.binder, heap.verdict)
});
