import { benchTestOf } from '$core/bench/bench-tests';
import type { HeapTest } from '$core/bench/heap-test';
import { NO_EFFECT, entryKind, type EntryKind } from '../state/kind';

/** A bench test; it is written as a test, not as an entry, so it has no fields here. */
export interface Tested {
  kind: 'tested';
  test: HeapTest;
  /** Why the reading is kept but does not count. */
  excluded?: string | undefined;
  /** The entry of the batch it was made on while that lay by itself. */
  batch_id?: number | undefined;
  /** It stood far from what was expected, and whoever read it says that it is right. */
  confirmed?: boolean | undefined;
}

export const tested: EntryKind<Tested, Record<never, never>> = entryKind({
  kind: 'tested',
  name: 'test',
  title: null,
  fields: {},
  read: (): Tested => {
    throw new TypeError('A test is read by its own schema.');
  },
  show: ({ test, excluded, batch_id, confirmed }: Tested) => ({
    test: benchTestOf(test).show(test),
    ...(excluded !== undefined && { excluded_reason: excluded }),
    ...(batch_id !== undefined && { batch_entry_id: batch_id }),
    ...(confirmed && { confirmed })
  }),
  words(shown) {
    const test = shown.test as HeapTest;
    const words = benchTestOf(test).words({ ...test }, (shown.result ?? {}) as Record<string, unknown>);
    const of = shown.batch_entry_id ? ' of a batch' : '';
    const out = shown.excluded_reason ? ` (left out: ${String(shown.excluded_reason)})` : '';
    return { ...words, what: `${words.what}${of}${out}` };
  },
  // What was read of a batch by itself counted when the batch joined the heap.
  effect: ({ test, excluded, batch_id, confirmed = false }: Tested) =>
    excluded === undefined && batch_id === undefined ? { moves: [], reading: { test, confirmed } } : NO_EFFECT
});
