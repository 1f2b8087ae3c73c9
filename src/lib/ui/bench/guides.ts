import type { Guide as BareGuide } from '$core/bench/tests/bench-test';
import { BENCH_TESTS, HEAP_TEST_KINDS, type HeapTestKind } from '$core/bench/bench-tests';

/** The tests that are a few figures taken in order; squeeze and drying are asked in a way of their own. */
export type GuidedKind = Exclude<HeapTestKind, 'squeeze' | 'moisture'>;

/** A test as a page shows it. */
export interface Guide extends BareGuide {
  kind: GuidedKind;
  name: string;
  tells: string;
  minutes: number;
}

/** Whether a name in an address is that of a test with a guide. */
export const guided = (kind: string): kind is GuidedKind =>
  Object.hasOwn(BENCH_TESTS, kind) && BENCH_TESTS[kind as HeapTestKind].guide !== null;

export const GUIDES = Object.fromEntries(
  HEAP_TEST_KINDS.filter(guided).map((kind) => {
    const { title, tells, minutes, guide } = BENCH_TESTS[kind];
    return [kind, { ...guide!, kind, name: title, tells, minutes }];
  })
) as Record<GuidedKind, Guide>;

/** Every test: what it is called, what it tells, and how long a hand is busy with it. */
export const TESTS = Object.fromEntries(
  HEAP_TEST_KINDS.map((kind) => {
    const { title, tells, minutes } = BENCH_TESTS[kind];
    return [kind, { name: title, tells, minutes }];
  })
) as Record<HeapTestKind, { name: string; tells: string; minutes: number }>;
