import { BENCH_TESTS, HEAP_TEST_KINDS, type HeapTestKind } from '$core/bench/bench-tests';
import { KINDS, type EventKind } from './kinds';

/** What each kind of entry is called in a ledger; searching a ledger searches these words. */
export const ENTRY_NAMES = Object.fromEntries(
  (Object.keys(KINDS) as EventKind[]).map((kind) => [kind, KINDS[kind].name])
) as Record<EventKind, string>;

/** What each test is called. */
export const TEST_NAMES = Object.fromEntries(
  HEAP_TEST_KINDS.map((kind) => [kind, BENCH_TESTS[kind].name])
) as Record<HeapTestKind, string>;

/** The kinds whose name holds the words; case does not matter. */
export function kindsNamed<K extends string>(names: Record<K, string>, words: string): K[] {
  const sought = words.trim().toLowerCase();
  return (Object.keys(names) as K[]).filter((kind) => names[kind].includes(sought));
}
