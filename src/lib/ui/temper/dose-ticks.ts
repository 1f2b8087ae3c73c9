import type { HeapState } from '$lib/schema/heap-state';

/** The water of the splashes that were ticked, kg; all of it while none is. */
export function doseTicks(
  { water_kg, splashes_kg }: Pick<HeapState['prescription'], 'water_kg' | 'splashes_kg'>,
  ticked: readonly boolean[]
): number {
  if (!ticked.some(Boolean)) return water_kg;
  return splashes_kg.reduce((sum, kg, i) => sum + (ticked[i] ? kg : 0), 0);
}
