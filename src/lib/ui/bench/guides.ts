import type { Guide as BareGuide } from '$core/bench/tests/bench-test';
import {
  BENCH_TESTS,
  HEAP_TEST_KINDS,
  guided,
  type GuidedKind,
  type HeapTestKind
} from '$core/bench/bench-tests';

/** A test as a page shows it. */
export interface Guide extends BareGuide {
  kind: GuidedKind;
  name: string;
  tells: string;
  minutes: number;
}

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
