import { startTimer } from '../timer/timers.svelte';
import type { HeapFields, HeapState } from '$lib/schema/heap-state';

/** What has gone in is mulled and rests: the clock for it runs from the moment it was weighed in. */
export function startMulling(heap: HeapFields, { prescription }: HeapState): void {
  const { mull_s, rest_s } = prescription;
  startTimer({
    name: `mull:${heap.id}`,
    says: `${heap.name}: mull`,
    seconds: mull_s,
    href: `/heaps/${heap.id}`,
    then: { says: `${heap.name} rests, covered`, seconds: rest_s }
  });
}
