import type { NewHeapTest } from '$lib/schema/heap-test';

/** A drying test that finds so much water, as a request brings it. */
export const newHeapTest = (at: string, percent: number): NewHeapTest => ({
  kind: 'moisture',
  at,
  pan_g: 0,
  wet_g: 100,
  dry_g: 100 - percent
});
