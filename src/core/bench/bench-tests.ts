import type { BenchTest } from './tests/bench-test';
import { clayWash } from './tests/clay-wash';
import { compactability } from './tests/compactability';
import { greenCompression } from './tests/green-compression';
import { grinding } from './tests/grinding';
import { hardness } from './tests/hardness';
import { ignition } from './tests/ignition';
import { methyleneBlue } from './tests/methylene-blue';
import { moisture } from './tests/moisture';
import { permeability } from './tests/permeability';
import { probe } from './tests/probe';
import { settlingJar } from './tests/settling-jar';
import { shatter } from './tests/shatter';
import { sieve } from './tests/sieve';
import { squeeze } from './tests/squeeze';
import { trialCylinders } from './tests/trial-cylinders';

/** Every bench test. A new one is one file and a line here. */
export const BENCH_TESTS = {
  squeeze,
  moisture,
  probe,
  compactability,
  'green-compression': greenCompression,
  permeability,
  shatter,
  'clay-wash': clayWash,
  ignition,
  'methylene-blue': methyleneBlue,
  sieve,
  hardness,
  grinding,
  'settling-jar': settlingJar,
  'trial-cylinders': trialCylinders
} as const;

type Tests = typeof BENCH_TESTS;

export type HeapTestKind = keyof Tests;

/** A test made on a heap: its readings, as they were taken. */
export type HeapTest = { [K in HeapTestKind]: Parameters<Tests[K]['figure']>[0] }[HeapTestKind];

export const HEAP_TEST_KINDS = Object.keys(BENCH_TESTS) as HeapTestKind[];

/** Tests of a clay in its bag, which no heap is tested by. */
export const CLAY_TESTS = [
  'grinding',
  'settling-jar',
  'trial-cylinders'
] as const satisfies readonly HeapTestKind[];

/** The tests that a heap, or a batch of one, can be tested by. */
export const TESTS_OF_SAND = HEAP_TEST_KINDS.filter(
  (kind) => !(CLAY_TESTS as readonly string[]).includes(kind)
);

/** A test's descriptor by what was tested, for whoever does not care which. */
// Looked up by the test's own kind: it is only ever given tests of that kind.
export const benchTestOf = (test: Pick<HeapTest, 'kind'>): BenchTest<HeapTest> =>
  BENCH_TESTS[test.kind] as never;

/** The tests that are a few figures taken in order; squeeze and drying are asked in a way of their own. */
export type GuidedKind = Exclude<HeapTestKind, 'squeeze' | 'moisture'>;

/** Whether a name in an address is that of a test with a guide. */
export const guided = (kind: string): kind is GuidedKind =>
  Object.hasOwn(BENCH_TESTS, kind) && BENCH_TESTS[kind as HeapTestKind].guide !== null;
